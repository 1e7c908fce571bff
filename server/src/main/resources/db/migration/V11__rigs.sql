-- Rigs that lie ready at the bench: regulator, tubing, what goes over the sensors.
create table bench_rig (
    name         text primary key check (name <> '' and length(name) <= 40),
    regulator_id uuid not null references equipment (id),
    delivery     text not null check (delivery in ('CUP', 'TEE', 'DIRECT', 'BAG', 'STATION')),
    material     text not null check (material in ('PVC', 'SILICONE', 'PTFE', 'LOW_ABSORPTION')),
    metres       double precision not null check (metres > 0 and metres <= 100),
    bore_mm      double precision not null check (bore_mm > 0 and bore_mm <= 50)
);
