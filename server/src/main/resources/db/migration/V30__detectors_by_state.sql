-- Today asks for the most pressing of each model, for how many may be used, and for states that have stopped being true.
create index detector_state on detector (state_word, model, usable);
create index detector_state_until on detector (state_valid_through);
