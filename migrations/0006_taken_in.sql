-- How a case's numbers and dates are written; what else a debt's paper says, and what its statement prints; the
-- transactions of a lender's file.

alter table case_file
	add column number_style text not null default 'point' check (number_style in ('point', 'comma', 'space')),
	add column date_order text not null default 'day' check (date_order in ('day', 'month', 'year'));
alter table case_file
	alter column number_style drop default,
	alter column date_order drop default;

alter table debt
	add column creditor text not null default '' check (char_length(creditor) <= 80),
	add column account text not null default '' check (char_length(account) <= 40),
	add column noted_limit minor_units,
	add column past_due minor_units,
	add column security text check (security in ('secured', 'unsecured')),
	add column joint boolean not null default false,
	add column note text not null default '' check (char_length(note) <= 400),
	add column payments_left smallint check (payments_left between 0 and 5200),
	add column payments_in_all smallint check (payments_in_all between 1 and 5200),
	add column payment_each minor_units,
	add column printed_round_to text not null default 'unit' check (printed_round_to in ('cent', 'unit')),
	add column printed_interest minor_units,
	add column printed_offer_rate annual_percent,
	add column printed_offer_months smallint check (printed_offer_months between 1 and 1200),
	add column printed_minimum minor_units,
	add column printed_estimate smallint check (printed_estimate between 1 and 1200),
	add column printed_estimate_unit text not null default 'years' check (printed_estimate_unit in ('months', 'years')),
	add column printed_total minor_units,
	add column printed_payment_36 minor_units,
	add column printed_total_36 minor_units,
	-- The one amount that may be below zero: paying in 36 months can cost more.
	add column printed_saving_36 bigint check (printed_saving_36 between -99999999999 and 99999999999);
alter table debt
	alter column creditor drop default,
	alter column account drop default,
	alter column joint drop default,
	alter column note drop default,
	alter column printed_round_to drop default,
	alter column printed_estimate_unit drop default;

create table debt_transaction (
	case_id uuid not null,
	debt_id uuid not null,
	position smallint not null check (position >= 0),
	reference text not null check (char_length(reference) <= 120),
	date date not null,
	-- Below zero where it was taken from the account's holder.
	amount bigint not null check (amount between -99999999999 and 99999999999),
	kind text not null check (kind in ('payment', 'charge', 'interest', 'fee')),
	text text not null check (char_length(text) <= 80),
	primary key (case_id, debt_id, position),
	foreign key (case_id, debt_id) references debt (case_id, id) on delete cascade
);
