-- On a cluster no node may hold numbers back for itself.
alter sequence build_step_seq nocache;
alter sequence calendar_address_seq nocache;
