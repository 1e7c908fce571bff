# Sourced by ./sentry verify.

# shellcheck source=ops/backup.sh
. ops/backup.sh

verify() { # [code] [start | demo]
  local kind=start code=()
  for word in "$@"; do
    case "$word" in
      start | demo) kind=$word ;;
      *) code=("$word") ;;
    esac
  done
  build_tools
  site_database "$kind"
  java -XX:TieredStopAtLevel=1 -Xshare:auto -cp "tools/target/classes:tools/target/lib/*" \
    onward.sentry.tools.proof.Verify "jdbc:postgresql://127.0.0.1:$pg_port/sentry" "$(state_folder "$kind")" "${code[@]}"
}
