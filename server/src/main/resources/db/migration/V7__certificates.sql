-- The certificate of a cylinder as it came: a PDF or a picture. Another one may be added; none is taken away.
create table cylinder_certificate (
    id          uuid primary key,
    cylinder_id uuid not null references cylinder (id),
    file_name   text not null,
    media_type  text not null check (media_type in ('application/pdf', 'image/png', 'image/jpeg')),
    content     bytea not null check (octet_length(content) <= 5242880),
    sha256      text not null,
    at          timestamptz not null,
    by          text not null
);
create index certificate_of_cylinder on cylinder_certificate (cylinder_id, at);
create trigger cylinder_certificate_append_only before update or delete or truncate on cylinder_certificate
    for each statement execute function never_changed();
