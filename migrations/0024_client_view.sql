-- Screens that are turned to a client: each is a browser, by its session or by a token of its own, and shows one view
-- until whoever turned it types the code or the password.
create table client_view (
	token bytea primary key,
	-- Argon2id of the code; null where only the password turns it back.
	code text,
	began_at timestamptz not null default current_timestamp
);
