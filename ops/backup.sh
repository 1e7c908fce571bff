# Sourced by ./sentry backup and ./sentry restore.

psql_in() { # port database sql
  PGPASSWORD=$PGPASSWORD "$(pg_bin)/psql" -qtA -v ON_ERROR_STOP=1 -h 127.0.0.1 -p "$1" -U sentry -d "$2" -c "$3"
}

# What a restored database must come to: rows of every table, the ledger's end, and no broken link in either chain.
manifest_sql="
select jsonb_pretty(jsonb_build_object(
  'format', 'onward-sentry-backup', 'version', 1,
  'counts', (select jsonb_object_agg(table_name, (xpath('/row/c/text()', query_to_xml(
       format('select count(*) as c from %I', table_name), false, true, '')))[1]::text::bigint)
     from information_schema.tables
     where table_schema = 'public' and table_type = 'BASE TABLE' and table_name not like 'spring_session%'),
  'lastLedgerHash', (select hash from ledger order by seq desc limit 1),
  'runEnds', (select encode(sha256(convert_to(coalesce(string_agg(last_hash, '' order by id), ''), 'UTF8')), 'hex') from run),
  -- the bytes that are hashed are those of Chain.next
  'brokenLinks', (select count(*) from ledger where hash <> encode(sha256(convert_to(
       prev_hash || E'\n' || to_char(at at time zone 'UTC', 'YYYY-MM-DD\"T\"HH24:MI:SS')
       || case when extract(microseconds from at)::bigint % 1000000 = 0 then ''
               when extract(microseconds from at)::bigint % 1000 = 0 then to_char(at at time zone 'UTC', '.MS')
               else to_char(at at time zone 'UTC', '.US') end
       || E'Z\n' || kind || E'\n' || by || E'\n' || body, 'UTF8')), 'hex'))
     + (select count(*) from run_event where hash <> encode(sha256(convert_to(prev_hash || E'\n' || body, 'UTF8')), 'hex'))))"

# Brings the site's PostgreSQL up unless it is running; sets pg_port.
site_database() { # start | demo
  local folder
  folder=$(state_folder "$1")
  [ -d "$folder/pg/data" ] || die "there is no data in $folder" "Run ./sentry $1 once, or name the other site: start or demo."
  PGPASSWORD=$(cat "$folder/pg/password")
  export PGPASSWORD
  if as_pg "$(pg_bin)/pg_ctl" -D "$folder/pg/data" status >/dev/null 2>&1; then
    pg_port=$(as_pg sed -n 4p "$folder/pg/data/postmaster.pid")
  else
    trap finish EXIT
    pg_folder=$folder/pg
    pg_port=$(free_port "${SENTRY_DB_PORT:-54320}")
    pg_up "$folder/pg" "$pg_port"
  fi
}

backup() { # file [start | demo]
  local file=$1 work scratch=sentry_check_$$
  [ ! -e "$file" ] || die "$file is there already" "Name a new file."
  site_database "${2:-start}"
  work=$(mktemp -d)
  "$(pg_bin)/pg_dump" -h 127.0.0.1 -p "$pg_port" -U sentry -Fc --exclude-table-data='spring_session*' -f "$work/database.dump" sentry
  # The figures are taken from the dump itself, put back beside the original: so it is known that it can be put back.
  "$(pg_bin)/createdb" -h 127.0.0.1 -p "$pg_port" -U sentry "$scratch"
  put_back "$work" "$scratch" || { drop "$scratch"; die "the dump cannot be put back" "Nothing was written."; }
  psql_in "$pg_port" "$scratch" "$manifest_sql" >"$work/manifest.json"
  drop "$scratch"
  tar -cf "$file" -C "$work" manifest.json database.dump
  rm -rf "$work"
  say "Written: $file ($(du -h "$file" | cut -f1))"
}

# One more backup in a folder, named by its moment; only the newest so many stay.
backups() { # folder [start | demo] [keep]
  local folder=$1 kind=${2:-start} keep=${3:-14}
  [[ $keep =~ ^[1-9][0-9]*$ ]] || die "'$keep' is no number of backups to keep" "For example: ./sentry backups /var/backups/sentry start 14"
  mkdir -p "$folder"
  backup "$folder/onward-sentry-$kind-$(date -u +%Y%m%dT%H%M%SZ).backup" "$kind"
  find "$folder" -maxdepth 1 -name "onward-sentry-$kind-*.backup" | sort -r | tail -n +$((keep + 1)) | while read -r old; do
    rm -f "$old"
    say "Removed: $old"
  done
}

drop() { "$(pg_bin)/dropdb" -h 127.0.0.1 -p "$pg_port" -U sentry "$1"; }

put_back() { # folder database
  "$(pg_bin)/pg_restore" -h 127.0.0.1 -p "$pg_port" -U sentry --no-owner -d "$2" "$1/database.dump"
}

restore() { # file [start | demo]
  local file=$1 kind=${2:-start} folder work fresh=sentry_fresh_$$ kept
  [ -f "$file" ] || die "there is no file '$file'" "Name a file that ./sentry backup has written."
  folder=$(state_folder "$kind")
  mkdir -p "$folder"
  exec 9>"$folder.lock"
  flock -n 9 || die "the program is running (its data is in $folder)" "Stop it first."
  install_missing
  pg_make "$folder/pg"
  site_database "$kind"
  work=$(mktemp -d)
  tar -xf "$file" -C "$work" manifest.json database.dump 2>/dev/null ||
    die "'$file' is no backup of this program" "Name a file that ./sentry backup has written."
  "$(pg_bin)/createdb" -h 127.0.0.1 -p "$pg_port" -U sentry "$fresh"
  if ! put_back "$work" "$fresh" || ! psql_in "$pg_port" "$fresh" "$manifest_sql" | diff -u "$work/manifest.json" - >&2; then
    drop "$fresh"
    die "what came back is not what was written (the lines above differ)" "Nothing was changed. Take another backup."
  fi
  if [ "$(psql_in "$pg_port" postgres "select 1 from pg_database where datname = 'sentry'")" = 1 ]; then
    kept=sentry_before_$(date -u +%Y%m%d_%H%M%S)
    psql_in "$pg_port" postgres "alter database sentry rename to $kept"
    say "What was there is kept as database $kept"
  fi
  psql_in "$pg_port" postgres "alter database $fresh rename to sentry"
  rm -rf "$work"
  say "Restored: rows, the ledger's end and both hash chains are as the manifest says"
}

