-- People and their sessions -------------------------------------------------------------------------------------------

create table person (
    id            uuid primary key,
    sign_in_name  text not null unique check (sign_in_name = lower(sign_in_name) and sign_in_name <> ''),
    display_name  text not null check (display_name <> ''),
    role          text not null check (role in ('VIEWER', 'TECHNICIAN', 'LEAD', 'ADMINISTRATOR')),
    password_hash text not null,
    created_at    timestamptz not null
);

create table sign_in_failure (
    sign_in_name text not null,
    at           timestamptz not null
);
create index sign_in_failure_of_name on sign_in_failure (sign_in_name, at);

create table spring_session (
    primary_id            char(36) not null primary key,
    session_id            char(36) not null unique,
    creation_time         bigint not null,
    last_access_time      bigint not null,
    max_inactive_interval int not null,
    expiry_time           bigint not null,
    principal_name        varchar(100)
);
create index spring_session_expiry on spring_session (expiry_time);
create index spring_session_principal on spring_session (principal_name);

create table spring_session_attributes (
    session_primary_id char(36) not null references spring_session (primary_id) on delete cascade,
    attribute_name     varchar(200) not null,
    attribute_bytes    bytea not null,
    primary key (session_primary_id, attribute_name)
);

-- An answer that was given once is given again for the same key.
create table idempotent_answer (
    key        text not null,
    person     text not null,
    answer     text not null,
    created_at timestamptz not null,
    primary key (key, person)
);

-- Cards and policy, versioned; never changed once written -------------------------------------------------------------

create table procedure_card (
    model        text not null check (model <> ''),
    version      int not null check (version >= 1),
    body         text not null,
    published_at timestamptz not null,
    primary key (model, version)
);

create table house_policy (
    version int primary key check (version >= 1),
    body    text not null,
    from_at timestamptz not null
);

-- Fleet ---------------------------------------------------------------------------------------------------------------

create table detector (
    id                  uuid primary key,
    serial              text not null unique check (serial <> ''),
    asset_tag           text not null,
    model               text not null,
    crew                text not null,
    location            text not null,
    received_on         date not null,
    retired_on          date,
    state_word          text not null,
    state_reason        text not null,
    state_valid_through date not null,
    due_on              date not null,
    due_working         text not null,
    last_good_bump      date,
    last_strip          text,
    last_verdict        text,
    last_run_on         date,
    version             bigint not null default 0
);
create index detector_due on detector (due_on) where retired_on is null;

create table sensor (
    id           uuid primary key,
    detector_id  uuid not null references detector (id),
    slot         int not null check (slot between 1 and 7),
    serial       text not null check (serial <> ''),
    fitted_on    date not null,
    removed_on   date check (removed_on >= fitted_on),
    last_good_on date,
    last_verdict text
);
create unique index one_sensor_in_a_slot on sensor (detector_id, slot) where removed_on is null;

create table hold (
    id             uuid primary key,
    detector_id    uuid not null references detector (id),
    reason         text not null check (reason <> ''),
    run_id         uuid,
    placed_at      timestamptz not null,
    placed_by      text not null,
    released_at    timestamptz,
    released_by    text,
    release_remark text,
    check ((released_at is null) = (released_by is null))
);
create unique index one_open_hold on hold (detector_id) where released_at is null;

create table due_trigger (
    id          uuid primary key,
    detector_id uuid not null references detector (id),
    on_day      date not null,
    cause       text not null,
    settled_on  date
);
create unique index one_open_trigger on due_trigger (detector_id) where settled_on is null;

-- Cylinders -----------------------------------------------------------------------------------------------------------

create table cylinder (
    id                 uuid primary key,
    tag                text not null unique check (tag <> ''),
    certificate_number text not null,
    lot                text not null,
    balance            text not null check (balance in ('air', 'nitrogen')),
    made_on            date not null,
    use_before         date not null check (use_before >= made_on),
    volume_litres      double precision not null check (volume_litres > 0),
    full_bar           double precision not null check (full_bar > 0),
    gauge_bar          double precision not null check (gauge_bar >= 0),
    state              text not null check (state in ('IN_USE', 'EMPTY', 'ON_HOLD', 'RETURNED')),
    version            bigint not null default 0,
    check (gauge_bar <= full_bar)
);

create table cylinder_component (
    cylinder_id          uuid not null references cylinder (id) on delete cascade,
    position             int not null,
    gas_id               text not null,
    amount               double precision not null check (amount > 0),
    unit                 text not null check (unit in ('PPM', 'VOL_PERCENT', 'PERCENT_LEL', 'MG_PER_M3')),
    relative_uncertainty double precision not null check (relative_uncertainty >= 0 and relative_uncertainty < 1),
    primary key (cylinder_id, position),
    unique (cylinder_id, gas_id)
);

-- Runs: the events are the truth, the rest is a projection of them ----------------------------------------------------

create table run (
    id             uuid primary key,
    detector_id    uuid not null references detector (id),
    job            text not null check (job in ('CALIBRATION', 'BUMP')),
    source         text not null check (source in ('LINK', 'TYPED')),
    time_scale     double precision not null check (time_scale > 0),
    technician     text not null,
    phase          text not null check (phase in ('OPEN', 'TO_SIGN', 'SIGNED', 'STOPPED')),
    model          text not null,
    card_version   int not null,
    policy_version int not null references house_policy (version),
    started_at     timestamptz not null,
    ended_at       timestamptz,
    ended_on       date,
    verdict        text,
    strip          text check (octet_length(strip) <= 300),
    asks_for       text not null,
    last_seq       int not null,
    last_hash      text not null,
    batches        int not null default 0,
    link_run_time  bigint,
    link_heard_at  timestamptz,
    foreign key (model, card_version) references procedure_card (model, version)
);
create unique index one_open_run on run (detector_id) where phase in ('OPEN', 'TO_SIGN');
create index run_of_detector on run (detector_id, started_at desc);

create table run_event (
    run_id    uuid not null references run (id),
    seq       int not null check (seq >= 0),
    client_id text not null,
    version   int not null,
    at        timestamptz not null,
    kind      text not null,
    body      text not null,
    prev_hash text not null,
    hash      text not null,
    primary key (run_id, seq),
    unique (run_id, client_id)
);

create table trace (
    run_id uuid not null references run (id),
    seq    int not null,
    slot   int not null,
    body   bytea not null,
    hash   text not null,
    primary key (run_id, seq, slot)
);

create table sensor_result (
    id               uuid primary key,
    run_id           uuid not null references run (id),
    sensor_id        uuid not null references sensor (id),
    stage            text not null check (stage in ('AS_FOUND', 'ZERO', 'SPAN', 'CHECK', 'VERIFY', 'BUMP', 'CLEAR')),
    verdict          text not null,
    reading          double precision,
    expected         double precision not null,
    response_percent double precision,
    t90_seconds      double precision,
    on_day           date not null
);
create index result_of_sensor on sensor_result (sensor_id, on_day);

create table ledger (
    seq       bigint primary key,
    at        timestamptz not null,
    kind      text not null,
    by        text not null,
    body      text not null,
    prev_hash text not null,
    hash      text not null
);

create function never_changed() returns trigger language plpgsql as $$
begin
    raise exception '% is only ever added to', tg_table_name using errcode = 'restrict_violation';
end $$;

create trigger run_event_append_only before update or delete or truncate on run_event
    for each statement execute function never_changed();
create trigger ledger_append_only before update or delete or truncate on ledger
    for each statement execute function never_changed();
create trigger trace_append_only before update or delete or truncate on trace
    for each statement execute function never_changed();
create trigger sensor_result_append_only before update or delete or truncate on sensor_result
    for each statement execute function never_changed();
create trigger procedure_card_append_only before update or delete or truncate on procedure_card
    for each statement execute function never_changed();
create trigger house_policy_append_only before update or delete or truncate on house_policy
    for each statement execute function never_changed();

-- The link ------------------------------------------------------------------------------------------------------------

create table link_token (
    id         uuid primary key,
    name       text not null,
    token_hash text not null unique,
    created_at timestamptz not null,
    revoked_at timestamptz
);

create table link_token_detector (
    token_id    uuid not null references link_token (id),
    detector_id uuid not null references detector (id),
    primary key (token_id, detector_id)
);

create table link_session (
    id          uuid primary key,
    token_id    uuid not null references link_token (id),
    detector_id uuid not null references detector (id),
    run_id      uuid not null references run (id),
    opened_at   timestamptz not null,
    ended_at    timestamptz,
    last_seq    bigint not null default 0
);
create unique index one_live_session on link_session (detector_id) where ended_at is null;

create table reading_batch (
    run_id     uuid not null references run (id),
    session_id uuid not null references link_session (id),
    seq        bigint not null,
    first_at   bigint not null,
    last_at    bigint not null,
    body       text not null,
    primary key (run_id, session_id, seq)
);
create index reading_batch_in_time on reading_batch (run_id, first_at);
