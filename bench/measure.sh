# Sourced by ./sentry bench: prints what judging, starting, memory, script size and the live view cost on this machine.

bench_judging() {
  say "Judging (JMH, some minutes)"
  java -cp "bench/target/classes:bench/target/lib/*" org.openjdk.jmh.Main -foe true -o bench/target/jmh.txt 'JudgingBenchmark|DiagnosisBenchmark'
  echo "Judging one reading of a four-sensor detector, on gas and while its valve is waited for, by readings held before; one diagnosis:"
  sed -n '/^Benchmark/,$p' bench/target/jmh.txt
}

# From the key to the answer: the middle of eleven times ./sentry judge.
bench_judge_command() {
  build_tools
  echo "Processor time of ./sentry judge, the middle and the most of eleven (at most 0.8 s):"
  local file n
  for file in quoin-4-bump-fail bare-readings; do
    for n in 1 2 3 4 5 6 7 8 9 10 11; do
      (TIMEFORMAT='%U %S'; time run_tool Judge "docs/formats/examples/$file.run.json" >/dev/null 2>&1 || true) 2>&1
    done | awk '{ print $1 + $2 }' | sort -n | awk -v file="$file" '{ all[NR] = $1 } END { printf "  %s %.2f s, %.2f s\n", file, all[6], all[11] }'
  done
}

# Everything that a browser fetches as script before Today stands.
bench_script_size() {
  local page=web/dist/index.html total=0 file size
  for file in $(grep -oE 'assets/[^"]+\.js' "$page" | sort -u); do
    size=$(gzip -9 -c "web/dist/$file" | wc -c)
    total=$((total + size))
  done
  echo "Script of the first screen, compressed: $((total / 1000)) kB (at most 250)"
}

bench_shelf() {
  java -cp "bench/target/classes:bench/target/lib/*" onward.sentry.bench.ShelfTime
}

# Bench plans of three fleets: nine searches, some minutes.
bench_plan() {
  say "Bench plans"
  java -cp "bench/target/classes:bench/target/lib/*" onward.sentry.bench.PlanTime
}

bench_batch() {
  java -XX:TieredStopAtLevel=1 -cp "bench/target/classes:bench/target/lib/*" onward.sentry.bench.BatchTime
}

# How often the cause is found: on cells that no model was tuned to, and on the troubles of our own simulator.
bench_causes() {
  say "Causes"
  java -Dslf4j.internal.verbosity=ERROR -cp "trials/target/classes:trials/target/lib/*" \
    onward.sentry.trials.Confusion 32000000 30 LINK
  java -Dslf4j.internal.verbosity=ERROR -cp "trials/target/classes:trials/target/lib/*" \
    onward.sentry.trials.Confusion 32000000 30 STAGES
  SENTRY_DIAGNOSIS_SEEDS=12 mvn -q -B -ntp -Dspotless.check.skip=true -pl core,standins,formats \
    -Dsurefire.failIfNoSpecifiedTests=false -Dtest=DiagnosisTest test 2>/dev/null | grep '^|'
}

# What the judge makes of cells that no rule was tuned to, on seeds that no test uses: the table of docs/measuring.md.
bench_trials() {
  say "Cells that no rule was tuned to"
  java -Dslf4j.internal.verbosity=ERROR -cp "trials/target/classes:trials/target/lib/*" \
    onward.sentry.trials.Tally 31000000 50
}

millis() { date +%s%3N; }

bench_start_server() { # database url, port, token file, start | demo; sets server_pid and started_millis
  local began
  began=$(millis)
  # shellcheck disable=SC2046
  SPRING_DATASOURCE_URL=$1 SPRING_DATASOURCE_USERNAME=sentry SPRING_DATASOURCE_PASSWORD=$SENTRY_TEST_DB_PASSWORD \
    SERVER_PORT=$2 SENTRY_DEMO=true SENTRY_LINK_TOKEN_FILE=$3 java $(server_options "$4") "$(class_archive)" \
    -jar server/target/run/sentry-server-app.jar >"$bench_log" 2>&1 &
  server_pid=$!
  children+=("$server_pid")
  until curl -fsS -o /dev/null "http://127.0.0.1:$2/actuator/health" 2>/dev/null; do
    kill -0 "$server_pid" 2>/dev/null || die "the server has stopped" "Look at $bench_log."
    sleep 0.05
  done
  started_millis=$(($(millis) - began))
}

bench_server() {
  local port token url began
  port=$(free_port 18080)
  token=$(mktemp -u /tmp/onward-sentry-token-XXXXXX)
  bench_log=bench/target/server.log
  url=${SENTRY_TEST_DB}bench
  PGPASSWORD=$SENTRY_TEST_DB_PASSWORD "$(pg_bin)/createdb" -h 127.0.0.1 -p "$(basename "${SENTRY_TEST_DB%/}" | cut -d: -f2)" -U sentry bench
  rm -f server/target/run/classes.jsa
  began=$(millis)
  bench_start_server "$url" "$port" "$token" demo
  echo "First start, empty database, no class archive yet: first answer after $started_millis ms"
  until [ -f "$token" ]; do sleep 0.2; done
  echo "Demo world loaded after $((($(millis) - began) / 1000)) s (at most 90)"
  kill "$server_pid" && wait "$server_pid" || true
  rm -f "$token"
  bench_start_server "$url" "$port" "$token" demo
  echo "Start as ./sentry does it from then on: first answer after $started_millis ms"
  until [ -f "$token" ]; do sleep 0.2; done
  java -cp "bench/target/classes:bench/target/lib/*" onward.sentry.bench.ReadingToScreen "http://127.0.0.1:$port" "$token"
  java -cp "bench/target/classes:bench/target/lib/*" onward.sentry.bench.PressCount "http://127.0.0.1:$port" "$token"
  echo "Memory of the server with the demo loaded and one bench open: $(($(awk '/VmRSS/ {print $2}' "/proc/$server_pid/status") / 1024)) MB (aim: under 512)"
  java -cp "bench/target/classes:bench/target/lib/*" onward.sentry.bench.FiftyLanes "http://127.0.0.1:$port" "$token" "$server_pid"
  # From here on as a site in earnest runs.
  kill "$server_pid" && wait "$server_pid" || true
  rm -f "$token"
  bench_start_server "$url" "$port" "$token" start
  until [ -f "$token" ]; do sleep 0.2; done
  rm -f "$token"
  bench_address=http://127.0.0.1:$port
  bench_load
  bench_import
}

bench_sign_in() { # name; leaves the session in bench_cookies
  bench_cookies=$(mktemp)
  curl -fsS -c "$bench_cookies" -o /dev/null "$bench_address/api/v1/session"
  bench_post /api/v1/session "{\"signInName\":\"$1\",\"password\":\"skerravoe-demo\"}" >/dev/null
  curl -fsS -b "$bench_cookies" -c "$bench_cookies" -o /dev/null "$bench_address/api/v1/session"
}

bench_post() { # path, body; what comes back. A body that begins with @ is a file.
  local type=application/json
  [ "${2:0:1}" != @ ] || type=application/octet-stream
  curl -fsS -b "$bench_cookies" -c "$bench_cookies" -H "X-XSRF-TOKEN: $(awk '/XSRF-TOKEN/ { print $7 }' "$bench_cookies")" \
    -H "Idempotency-Key: bench-$(millis)" -H "Content-Type: $type" --data-binary "$2" "$bench_address$1"
}

# A table of 50,000 new detectors is read, put in force and taken back; the whole site goes out before that.
bench_import() {
  local table began read_millis answer id
  bench_sign_in runa
  began=$(millis)
  curl -fsS -b "$bench_cookies" -o /dev/null "$bench_address/api/v1/site-archive"
  echo "The whole site as an archive: $(($(millis) - began)) ms"
  table=$(mktemp)
  seq 50000 | awk 'BEGIN { print "serial,model,crew,sensor_1,sensor_2,sensor_3,sensor_4" }
    { printf "IM-%d,Quoin 4,Crew %d,A-%d,B-%d,C-%d,D-%d\n", $1, $1 % 40, $1, $1, $1, $1 }' >"$table"
  began=$(millis)
  id=$(bench_post "/api/v1/imports?name=bench.csv" "@$table" | sed 's/.*"id":"\([^"]*\)".*/\1/')
  read_millis=$(($(millis) - began))
  answer=APPLYING
  while [[ $answer == *APPLYING* ]]; do answer=$(bench_post "/api/v1/imports/$id/applying" '{}'); done
  echo "Import of 50,000 detectors: read in $read_millis ms, read and in force in $(($(millis) - began)) ms (aim 20000);" \
    "server at most $(($(awk '/VmHWM/ {print $2}' "/proc/$server_pid/status") / 1024)) MB"
  began=$(millis)
  bench_post "/api/v1/imports/$id/withdrawal" '{"reason":"measured"}' >/dev/null
  echo "The same taken back: $(($(millis) - began)) ms"
  rm -f "$table" "$bench_cookies"
}

bench_sql() { # sql: how long the bare query takes, ms
  PGPASSWORD=$SENTRY_TEST_DB_PASSWORD "$(pg_bin)/psql" -qtA -h 127.0.0.1 -p "$bench_db_port" -U sentry bench \
    -c '\timing on' -c "$1" | awk '/^Time:/ { print $2 }'
}

bench_page() { # what, address, bare sql, [most ms]
  local i times most=${4:-100}
  times=$(for i in $(seq 20); do
    curl -fsS -b "$bench_cookies" -o /dev/null -w '%{time_total}\n' "$2"
  done | sort -n | awk '{ t[NR] = $1 * 1000 } END { printf "median %.0f ms, 95 %% within %.0f ms", t[int(NR / 2) + 1], t[int(NR * 0.95)] }')
  echo "  $1: $times (aim $most); the bare SQL $(bench_sql "$3") ms"
}

# 10,000 detectors and 2,000,000 sensor results in the database that bench_server has left, asked over HTTP.
bench_load() {
  local began serial
  bench_db_port=$(basename "${SENTRY_TEST_DB%/}" | cut -d: -f2)
  began=$(millis)
  PGPASSWORD=$SENTRY_TEST_DB_PASSWORD "$(pg_bin)/psql" -q -h 127.0.0.1 -p "$bench_db_port" -U sentry bench -f bench/load.sql
  echo "Loaded to 10,000 detectors, 40,000 sensors, 500,000 runs, 2,000,000 sensor results in $((($(millis) - began) / 1000)) s"
  bench_sign_in marit
  # A look at a gauge: the shelf's forecast is of the small shelf until something is entered.
  bench_post /api/v1/cylinders/HM-01/gauge '{"bar":20}' >/dev/null
  began=$(millis)
  curl -fsS -b "$bench_cookies" -o /dev/null "$bench_address/api/v1/gas"
  echo "  Gas with 5,000 cylinders, worked out anew: $(($(millis) - began)) ms"
  bench_run=$(PGPASSWORD=$SENTRY_TEST_DB_PASSWORD "$(pg_bin)/psql" -qtA -h 127.0.0.1 -p "$bench_db_port" -U sentry bench \
    -c "select e.run_id from run_event e join run r on r.id = e.run_id where r.phase = 'SIGNED' group by 1 order by count(*) desc limit 1")
  curl -fsS -b "$bench_cookies" -o bench/target/longest-run.json "$bench_address/api/v1/runs/$bench_run/file"
  java -XX:TieredStopAtLevel=1 -cp "bench/target/classes:bench/target/lib/*" onward.sentry.bench.FoldTime bench/target/longest-run.json
  serial=LD-4711
  bench_page Today "$bench_address/api/v1/today" \
    "select count(*), max(last_strip) from detector d join sensor s on s.detector_id = d.id and s.removed_on is null"
  bench_page "Detectors, a page" "$bench_address/api/v1/detectors?order=PRESSING" "select * from detector order by serial limit 100"
  bench_page "Detectors, found by words" "$bench_address/api/v1/detectors?find=quoin%20due" \
    "select * from detector where model || state_word ilike '%quoin%' order by serial limit 100"
  bench_page "One detector" "$bench_address/api/v1/detectors/$serial" \
    "select * from detector d join sensor s on s.detector_id = d.id where d.serial = '$serial'"
  bench_page "Its history" "$bench_address/api/v1/detectors/$serial/runs" \
    "select * from run where detector_id = (select id from detector where serial = '$serial') order by started_at desc"
  bench_page "Gas with 5,000 cylinders, until something is signed" "$bench_address/api/v1/gas" "select count(*) from cylinder"
  bench_page "One cylinder" "$bench_address/api/v1/cylinders/HM-01" \
    "select * from gas_draw where cylinder_id = (select id from cylinder where tag = 'HM-01')"
  local sql="select * from ledger where words @@ to_tsquery('simple', "
  bench_page "Logbook, newest" "$bench_address/api/v1/logbook" "select * from ledger order by at desc, seq desc limit 60" 150
  bench_page "Logbook, words that are rare" "$bench_address/api/v1/logbook?words=filter%20wet" \
    "$sql 'filter:* & wet:*') order by at desc, seq desc limit 60" 150
  bench_page "Logbook, words that are everywhere" "$bench_address/api/v1/logbook?words=una%20calibration" \
    "$sql 'una:* & calibration:*') order by at desc, seq desc limit 60" 150
  bench_page "Logbook, one detector" "$bench_address/api/v1/logbook?words=4711" "$sql '4711:*') order by at desc, seq desc limit 60" 150
  bench_page "Logbook, one crew and verdict" "$bench_address/api/v1/logbook?crew=Crew%207&verdict=pass" \
    "select count(*) from detector where crew = 'Crew 7'" 150
  bench_page "Logbook, what there is to narrow by" "$bench_address/api/v1/logbook-choices" "select count(*) from detector" 150
  local code
  code=$(bench_post "/api/v1/runs/$bench_run/certificates" '{}' | sed 's/.*"code":"\([^"]*\)".*/\1/')
  bench_page "A certificate as PDF" "$bench_address/api/v1/certificates/$code/pdf" "select count(*) from calibration_certificate" 300
  rm -f "$bench_cookies"
}

# Over every address and role: none ends in a 5xx, none answers with anything but a problem detail.
bench_hostile() {
  if mvn -q -B -ntp -Dspotless.check.skip=true -DskipWeb=true -pl core,standins,formats,planner,tools,server \
    -Dsurefire.failIfNoSpecifiedTests=false -Dsentry.hostile=20000 -Dtest=HostileRequestsTest test >&2; then
    echo "20,000 hostile requests: each refused or answered as it should be"
  else
    echo "20,000 hostile requests: NOT all answered as they should be (the output above says which)"
  fi
}

bench_with_database() {
  bench_server
  bench_hostile
}

run_bench() {
  install_missing --browser
  build
  mvn -q -B -DskipTests -DskipWeb=true -Dspotless.check.skip=true -pl core,standins,formats,planner,trials,bench package ||
    die "the build failed" "Its output is above."
  bench_script_size
  bench_judge_command
  bench_batch
  bench_plan
  bench_shelf
  with_scratch_database bench_with_database
  bench_causes
  bench_trials
  bench_judging
}
