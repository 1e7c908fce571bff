# Sourced by ./sentry verify.

# shellcheck source=ops/backup.sh
. ops/backup.sh

verify() { # [code] [start | demo] [--marks FILE]…
  local kind=start words=()
  while [ $# -gt 0 ]; do
    case "$1" in
      start | demo) kind=$1 ;;
      --marks)
        [ -f "${2:-}" ] || die "there is no file of marks '${2:-}'" "./sentry verify --marks FILE, a marks.log that was kept elsewhere"
        words+=("marks=$(realpath "$2")")
        shift
        ;;
      *) words+=("code=$1") ;;
    esac
    shift
  done
  build_tools
  trap finish EXIT
  site_database "$kind"
  as_owner java -XX:TieredStopAtLevel=1 -Xshare:auto -cp "tools/target/classes:tools/target/lib/*" \
    onward.sentry.tools.proof.Verify "jdbc:postgresql://127.0.0.1:$pg_port/sentry" "$(state_folder "$kind")" "${words[@]}"
}
