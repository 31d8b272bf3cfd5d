-- What a lender's papers can say beyond a card's monthly rate, how a debt is paid, what happens to it over
-- time, and the ways of paying it that are kept beside each other.

create domain payments_per_year as smallint check (value in (52, 26, 24, 12, 6, 4, 2, 1));
create domain payment_count as smallint check (value between 0 and 5200);

alter table debt drop constraint debt_asked_kind_check;
alter table debt
	add column asked_of text check (asked_of in ('statement', 'opening')),
	add column asked_plus_fees boolean,
	add column asked_periods payment_count check (asked_periods >= 1),
	add column asked_balloon minor_units,
	add column asked_round_payment text check (asked_round_payment in ('nearest', 'up')),
	add column asked_at_term text check (asked_at_term in ('settle', 'continue')),
	add column interest_only payment_count not null default 0,
	add column payments_per_year payments_per_year not null default 12,
	add column basis text not null default 'nominal'
		check (basis in ('nominal', 'effective', 'daily', 'daily-compounded')),
	add column compounds_per_year smallint check (compounds_per_year between 1 and 365),
	add column day_year text check (day_year in ('365', '360', 'actual')),
	add column timing text not null default 'arrears' check (timing in ('arrears', 'advance')),
	add column interest_rounding text not null default 'cent'
		check (interest_rounding in ('cent', 'none')),
	add column clear_below minor_units not null default 0,
	add column pays_kind text not null default 'held'
		check (pays_kind in ('asked', 'held', 'fixed', 'interest-plus')),
	add column pays_per_year payments_per_year,
	add column pays_percent numeric(8, 4) check (pays_percent between 0 and 100),
	alter column asked_round_up_to drop not null,
	alter column asked_floor drop not null;

alter table debt rename column held to pays_amount;
update debt set pays_kind = 'fixed' where pays_amount is not null;
update debt set asked_of = 'statement', asked_plus_fees = (asked_kind = 'interest-plus')
	where asked_kind <> 'amount';

-- The defaults were for the debts that stood here already.
alter table debt
	alter column interest_only drop default,
	alter column payments_per_year drop default,
	alter column basis drop default,
	alter column timing drop default,
	alter column interest_rounding drop default,
	alter column clear_below drop default,
	alter column pays_kind drop default,
	add check (asked_kind in ('percent', 'interest-plus', 'amount', 'level')),
	add check ((asked_kind in ('percent', 'interest-plus')) = (asked_of is not null)),
	add check ((asked_of is null) = (asked_plus_fees is null)),
	add check ((asked_kind = 'level') = (asked_balloon is not null)),
	add check ((asked_balloon is null) = (asked_round_payment is null)),
	add check ((asked_balloon is null) = (asked_at_term is null)),
	add check ((asked_kind = 'level') = (asked_floor is null)),
	add check ((asked_floor is null) = (asked_round_up_to is null)),
	add check (asked_kind = 'level' or asked_periods is null),
	add check (interest_only = 0 or timing = 'arrears'),
	add check (basis = 'nominal' or compounds_per_year is null),
	add check ((basis in ('daily', 'daily-compounded')) = (day_year is not null)),
	add check ((pays_kind = 'fixed') = (pays_amount is not null)),
	add check (pays_kind = 'fixed' or pays_per_year is null),
	add check ((pays_kind = 'interest-plus') = (pays_percent is not null));

create table happening (
	case_id uuid not null,
	debt_id uuid not null,
	id uuid not null,
	position smallint not null check (position >= 0),
	kind text not null check (kind in ('extra', 'charge', 'skip', 'payment', 'rate')),
	-- Switched off: kept, and without effect.
	off boolean not null,
	date date not null,
	-- Of a new payment, null is what is asked.
	amount minor_units,
	-- Null: once.
	per_year payments_per_year,
	until date,
	fee boolean,
	annual_rate annual_percent,
	reamortize boolean,
	primary key (case_id, debt_id, id),
	unique (case_id, debt_id, position),
	foreign key (case_id, debt_id) references debt (case_id, id) on delete cascade,
	check (kind in ('extra', 'charge', 'payment') or amount is null),
	check (kind not in ('extra', 'charge') or amount is not null),
	check (kind in ('extra', 'charge') or (per_year is null and until is null)),
	check ((kind = 'charge') = (fee is not null)),
	check ((kind = 'rate') = (annual_rate is not null)),
	check ((kind = 'rate') = (reamortize is not null))
);

-- Position 0 is the baseline, which every debt has; the others stand below each other in their order.
create table way (
	case_id uuid not null,
	debt_id uuid not null,
	position smallint not null check (position >= 0),
	kind text not null check (
		kind in ('paid', 'asked', 'held', 'without', 'interest-plus', 'fixed', 'ends-in', 'portions')
	),
	percent numeric(8, 4) check (percent between 0 and 100),
	amount minor_units,
	extra minor_units,
	months smallint check (months between 1 and 1200),
	per_year payments_per_year,
	-- What is left out; what happens may have been deleted since.
	happening uuid,
	primary key (case_id, debt_id, position),
	foreign key (case_id, debt_id) references debt (case_id, id) on delete cascade,
	check ((kind = 'interest-plus') = (percent is not null)),
	check ((kind = 'fixed') = (amount is not null)),
	check ((kind = 'fixed') = (extra is not null)),
	check ((kind = 'ends-in') = (months is not null)),
	check ((kind = 'portions') = (per_year is not null)),
	check ((kind = 'without') = (happening is not null))
);

insert into way (case_id, debt_id, position, kind) select case_id, id, 0, 'asked' from debt;
