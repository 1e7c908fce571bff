-- Records name people by the name that they are shown with: no two people share one, whoever adds them at the same moment.
create unique index one_person_of_a_name on person (lower(display_name));
