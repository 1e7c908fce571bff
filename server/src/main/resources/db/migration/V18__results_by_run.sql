create index result_of_run on sensor_result (run_id);
