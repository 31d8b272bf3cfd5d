-- Roles: what whoever has one may do. Three are built in; a supervisor makes others.
create table account_role (
	role text primary key check (length(role) between 1 and 40),
	-- The name as it is compared: one role each.
	folded text not null unique,
	may text[] not null,
	is_built_in boolean not null default false
);
insert into account_role (role, folded, may, is_built_in) values
	('reader', 'reader', '{}', true),
	('counselor', 'counselor', '{work}', true),
	('supervisor', 'supervisor', '{work,all cases,hand over,forget,reference,people,trail}', true);

alter table account
	drop constraint account_role_check,
	add constraint account_has_role foreign key (role) references account_role deferrable;
