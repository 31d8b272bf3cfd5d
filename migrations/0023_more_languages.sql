-- Handouts in French and German.
alter table case_file drop constraint case_file_handout_language_check;
alter table case_file add constraint case_file_handout_in
	check (handout_language in ('en', 'es', 'fr', 'de'));
