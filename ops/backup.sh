# Sourced by ./sentry backup and ./sentry restore.

# As the owner of the tables, who can do nothing beyond the database: what a dump holds is never carried out by anybody else.
as_owner() { PGPASSWORD=$(pg_secret "$pg_folder_of_site" sentry_owner) "$@"; }

owner_sql() { # database sql
  as_owner "$(pg_bin)/psql" -qtA -v ON_ERROR_STOP=1 -h 127.0.0.1 -p "$pg_port" -U sentry_owner -d "$1" -c "$2"
}

keeper_sql() { # sql
  pg_keeper "$pg_folder_of_site" "$pg_port" postgres -c "$1"
}

# What a restored database must come to: rows of every table, and the ends of the chains.
manifest_sql="
select jsonb_pretty(jsonb_build_object(
  'format', 'onward-sentry-backup', 'version', 2,
  'counts', (select jsonb_object_agg(table_name, (xpath('/row/c/text()', query_to_xml(
       format('select count(*) as c from %I', table_name), false, true, '')))[1]::text::bigint)
     from information_schema.tables
     where table_schema = 'public' and table_type = 'BASE TABLE' and table_name not like 'spring_session%' and table_name <> 'touched'),
  'lastLedgerHash', (select hash from ledger order by seq desc limit 1),
  'lastRowHash', (select hash from row_record order by seq desc limit 1),
  'runEnds', (select encode(sha256(convert_to(coalesce(string_agg(last_hash, '' order by id), ''), 'UTF8')), 'hex') from run)))"

# Brings the site's PostgreSQL up unless it is running; sets pg_port.
site_database() { # start | demo
  local folder
  folder=$(state_folder "$1")
  [ -d "$folder/pg/data" ] || die "there is no data in $folder" "Run ./sentry $1 once, or name the other site: start or demo."
  pg_folder_of_site=$folder/pg
  if as_pg "$(pg_bin)/pg_ctl" -D "$folder/pg/data" status >/dev/null 2>&1; then
    pg_port=$(as_pg sed -n 4p "$folder/pg/data/postmaster.pid")
  else
    pg_folder=$folder/pg
    pg_port=$(free_port "${SENTRY_DB_PORT:-54320}")
    pg_up "$folder/pg" "$pg_port"
  fi
  pg_roles "$folder/pg" "$pg_port"
}

# The key of the backups is kept away from the data: who takes one has not got the other.
key_file() {
  if [ -n "${SENTRY_BACKUP_KEY:-}" ]; then
    echo "$SENTRY_BACKUP_KEY"
  elif is_root; then echo /etc/onward-sentry/backup-key.asc; else echo "${XDG_CONFIG_HOME:-$HOME/.config}/onward-sentry/backup-key.asc"; fi
}

seal() { # key | seal | open …
  java -XX:TieredStopAtLevel=1 -Xshare:auto -cp "tools/target/classes:tools/target/lib/*" onward.sentry.tools.seal.Seal "$@"
}

# What is under way is thrown away however it ends.
work=
scratch=
made_here=
clean_up() {
  [ -z "$scratch" ] || keeper_sql "drop database if exists $scratch" || true
  [ -z "$work" ] || rm -rf "$work"
  finish
  [ -z "$made_here" ] || rm -rf "$made_here"
}

begin_work() {
  trap clean_up EXIT
  trap 'exit 130' INT TERM
  work=$(mktemp -d)
}

new_scratch() { # name
  scratch=$1
  keeper_sql "create database $scratch owner sentry_owner"
}

put_back() { # database
  as_owner "$(pg_bin)/pg_restore" -h 127.0.0.1 -p "$pg_port" -U sentry_owner --no-owner --no-privileges -d "$1" "$work/database.dump"
}

backup() { # file [start | demo]
  local file=$1 kind=${2:-start} key site kept
  [ ! -e "$file" ] || die "$file is there already" "Name a new file."
  build_tools
  begin_work
  site_database "$kind"
  key=$(key_file)
  if [ ! -f "$key" ]; then
    (umask 077 && mkdir -p "$(dirname "$key")")
    seal key "$key"
    say "A key for backups was made: $key" "Keep a copy of it in another place: without it no backup can be opened."
  fi
  as_owner "$(pg_bin)/pg_dump" -h 127.0.0.1 -p "$pg_port" -U sentry_owner -Fc --no-unlogged-table-data \
    --exclude-table-data='spring_session*' -f "$work/database.dump" sentry
  # The figures are taken from the dump itself, put back beside the original: so it is known that it can be put back.
  new_scratch "sentry_check_$$"
  put_back "$scratch" || die "the dump cannot be put back" "Nothing was written."
  owner_sql "$scratch" "$manifest_sql" >"$work/manifest.json"
  site=$(state_folder "$kind")
  kept=()
  for name in mark.key marks.log; do
    [ ! -f "$site/$name" ] || { cp "$site/$name" "$work/$name"; kept+=("$name"); }
  done
  tar -cf "$work/whole.tar" -C "$work" manifest.json database.dump "${kept[@]}"
  (umask 077 && seal seal "$key" "$work/whole.tar" "$work/sealed" && cp "$work/sealed" "$file.part")
  mv "$file.part" "$file"
  say "Written: $file ($(du -h "$file" | cut -f1)), to be opened with $key"
}

# One more backup in a folder, named by its moment; only the newest so many stay.
backups() { # folder [start | demo] [keep]
  local folder=$1 kind=${2:-start} keep=${3:-14}
  [[ $keep =~ ^[1-9][0-9]*$ ]] || die "'$keep' is no number of backups to keep" "For example: ./sentry backups /var/backups/sentry start 14"
  (umask 077 && mkdir -p "$folder")
  backup "$folder/onward-sentry-$kind-$(date -u +%Y%m%dT%H%M%SZ).backup" "$kind"
  find "$folder" -maxdepth 1 -name "onward-sentry-$kind-*.backup" | sort -r | tail -n +$((keep + 1)) | while read -r old; do
    rm -f "$old"
    say "Removed: $old"
  done
}

restore() { # file [start | demo]
  local file=$1 kind=${2:-start} folder kept key name
  [ -f "$file" ] || die "there is no file '$file'" "Name a file that ./sentry backup has written."
  folder=$(state_folder "$kind")
  build_tools
  begin_work
  # Who wrote it is looked at before anything in it is.
  key=$(key_file)
  [ -f "$key" ] || die "there is no key $key" "Put the copy of the key there, or name it: SENTRY_BACKUP_KEY=FILE ./sentry restore …"
  seal open "$key" "$file" "$work/whole.tar" ||
    die "'$file' is no backup of this site, or was changed" "Nothing was changed. Name a file that ./sentry backup has written with $key."
  tar -xf "$work/whole.tar" -C "$work" --no-same-owner manifest.json database.dump 2>/dev/null ||
    die "'$file' holds no backup" "Name a file that ./sentry backup has written."
  [ -d "$folder" ] || made_here=$folder
  mkdir -p "$folder"
  exec 9>"$folder.lock"
  flock -n 9 || die "the program is running (its data is in $folder)" "Stop it first."
  pg_make "$folder/pg"
  site_database "$kind"
  new_scratch "sentry_fresh_$$"
  put_back "$scratch" || die "the dump cannot be put back" "Nothing was changed. Take another backup."
  owner_sql "$scratch" "$manifest_sql" | diff -u "$work/manifest.json" - >&2 ||
    die "what came back is not what was written (the lines above differ)" "Nothing was changed. Take another backup."
  if [ "$(keeper_sql "select 1 from pg_database where datname = 'sentry'")" = 1 ]; then
    kept=sentry_before_$(date -u +%Y%m%d_%H%M%S)
    keeper_sql "alter database sentry rename to $kept"
    say "What was there is kept as database $kept"
  fi
  keeper_sql "alter database $scratch rename to sentry"
  scratch=
  made_here=
  # On a new machine the marks go on with the key that they began with.
  for name in mark.key marks.log; do
    if [ ! -s "$folder/$name" ] && tar -xf "$work/whole.tar" -C "$work" --no-same-owner "$name" 2>/dev/null; then
      (umask 077 && cp "$work/$name" "$folder/$name")
    fi
  done
  say "Restored: rows and the ends of the chains are as the manifest says. ./sentry verify $kind looks through all of it"
}
