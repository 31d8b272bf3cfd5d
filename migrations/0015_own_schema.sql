-- What is the program's own stands in a schema of its own: whatever else a database holds is never touched.
do $$
declare
	before constant text := current_schema();
	own constant regnamespace := to_regnamespace('residuum');
	one text;
begin
	if before = 'residuum' then
		-- New data. A version before would begin its own beside them where there is nothing at all: this keeps it from that.
		if has_schema_privilege(to_regnamespace('public')::oid, 'create')
			and not exists (select from pg_class where relnamespace = to_regnamespace('public'))
		then
			create table public.migration as table residuum.migration;
			insert into public.migration values (15, '0015_own_schema.sql', 'the data are in the schema residuum', now());
		end if;
		return;
	end if;
	if own is null then
		create schema residuum;
	end if;
	foreach one in array array[
		'account', 'account_link', 'case_file', 'case_presence', 'case_revision', 'case_share', 'debt',
		'debt_transaction', 'forecast', 'happened', 'happening', 'household_line', 'migration', 'outbox_message', 'plan',
		'plan_change', 'plan_change_debt', 'plan_choice', 'plan_happening', 'plan_place', 'reading', 'session',
		'sign_in_failure', 'trail_entry', 'trail_head', 'visit', 'way'
	] loop
		execute format('alter table %I.%I set schema residuum', before, one);
	end loop;
	foreach one in array array['minor_units', 'annual_percent', 'payments_per_year', 'payment_count'] loop
		execute format('alter domain %I.%I set schema residuum', before, one);
	end loop;
	foreach one in array array[
		'refuse_rewriting_history()', 'refuse_rewriting_the_trail()', 'folded(text)', 'filed_under(text)', 'file_by_label()'
	] loop
		execute format('alter function %I.%s set schema residuum', before, one);
	end loop;
	-- A version before finds the data to be of a newer one, and does not begin its own in their old place.
	execute format('create table %I.migration as table residuum.migration', before);
	execute format(
		'insert into %I.migration values (15, ''0015_own_schema.sql'', ''the data are in the schema residuum'', now())',
		before
	);
end $$;
set local search_path = residuum;

-- When a revision and a message were written by the machine's clock, whatever day the program was told it is.
-- What was written before has the day it was told, since its rows need not be rewritten.
alter table case_revision add column written_at timestamptz;
alter table case_revision alter column written_at set default clock_timestamp();
alter table outbox_message add column written_at timestamptz;
alter table outbox_message alter column written_at set default clock_timestamp();
