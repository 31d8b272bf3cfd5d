-- What a plan costs over a life is a sum, which can be more than any one amount.
alter table forecast alter column cost type bigint,
	add check (cost between 0 and 9007199254740991);
