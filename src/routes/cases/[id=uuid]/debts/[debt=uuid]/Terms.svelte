<!-- What is known of the debt and what the client pays on it, each changed where it stands. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/calendar';
	import { ZERO } from '$lib/core/money';
	import type { ThreeWays } from '$lib/core/ways';
	import type { DebtEntry } from '$lib/formats/case-document';
	import { writeLongDate } from '$lib/formats/date-text';
	import { writeMoney, type Currency } from '$lib/formats/money-text';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { debtFieldReaders } from '../../debt-fields';
	import MinimumFields from '../../MinimumFields.svelte';

	interface Props {
		debt: DebtEntry;
		currency: Currency;
		asOf: CalendarDate;
		ways: ThreeWays | null;
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
	}
	const { debt, currency, asOf, ways, onchange }: Props = $props();

	const { money, rate, firstDue } = $derived(debtFieldReaders(currency, asOf));
	const today = $derived(ways ? writeMoney(ways.minimum.run.firstPayment, currency) : '');
</script>

<section aria-labelledby="terms">
	<h2 id="terms">Terms</h2>
	<div class="term">
		<span class="name">Balance <small>on {writeLongDate(asOf)}</small></span>
		<TypedField
			label="Balance"
			value={debt.balance}
			{...money}
			optional
			side="right"
			onchange={(balance) => onchange('balance', { balance })}
		/>
	</div>
	<div class="term">
		<span class="name">Annual rate <small>charged monthly</small></span>
		<TypedField
			label="Annual rate"
			value={debt.annualRate}
			{...rate}
			optional
			side="right"
			onchange={(annualRate) => onchange('annual rate', { annualRate })}
		/>
	</div>
	<div class="term">
		<span class="name">First due</span>
		<TypedField
			label="First due date"
			value={debt.firstDue}
			{...firstDue}
			optional
			side="right"
			onchange={(date) => onchange('first due date', { firstDue: date })}
		/>
	</div>
	<div class="minimum" role="group" aria-label="How the minimum is worked out">
		<span class="label">Minimum is</span>
		<span class="label right">how much</span>
		<span class="label">at least</span>
		<span class="label right">rounded up</span>
		<MinimumFields
			asked={debt.asked}
			{currency}
			of="this debt"
			onchange={(asked) => onchange('minimum', { asked })}
		/>
	</div>
</section>

<section aria-labelledby="pays">
	<h2 id="pays">Paid each month</h2>
	<div class="term">
		<span class="name">Held <small>empty: today’s minimum</small></span>
		<TypedField
			label="Amount held each month"
			value={debt.held}
			{...money}
			optional
			side="right"
			placeholder={today}
			onchange={(held) => onchange('amount held', { held })}
		/>
	</div>
	<div class="term">
		<span class="name">Extra <small>on top of it</small></span>
		<TypedField
			label="Extra each month"
			value={debt.extra === ZERO ? null : debt.extra}
			{...money}
			optional
			side="right"
			placeholder="nothing more"
			onchange={(extra) => onchange('extra payment', { extra: extra ?? ZERO })}
		/>
	</div>
</section>

<style>
	section + section {
		margin-top: 16px;
	}

	h2 {
		padding-bottom: 4px;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.term {
		display: grid;
		grid-template-columns: 1fr 132px;
		align-items: center;
		min-height: 36px;
		border-top: 1px solid var(--row-line);
	}

	.name {
		line-height: 1.15;
	}

	small {
		display: block;
		color: var(--quiet);
		font-size: 12.5px;
	}

	.term :global(input),
	.minimum :global(input) {
		font-weight: 600;
	}

	.term :global(input::placeholder),
	.minimum :global(input::placeholder) {
		font-weight: 400;
	}

	.minimum {
		display: grid;
		grid-template-columns: 1fr 132px;
		padding: 4px 0;
		border-top: 1px solid var(--row-line);
		border-bottom: 1px solid var(--row-line);
	}

	/* Labels above their fields: kind and amount, then floor and rounding. */
	.minimum > :global(:nth-child(1)),
	.minimum > :global(:nth-child(2)) {
		order: 1;
	}

	.minimum > :global(:nth-child(5)),
	.minimum > :global(:nth-child(6)) {
		order: 2;
	}

	.minimum > :global(:nth-child(3)),
	.minimum > :global(:nth-child(4)) {
		order: 3;
	}

	.minimum > :global(:nth-child(7)),
	.minimum > :global(:nth-child(8)) {
		order: 4;
	}

	.label {
		color: var(--quiet);
		font-size: 12.5px;
	}

	.label.right {
		padding-right: 6px;
		text-align: right;
	}

	.minimum :global(select) {
		padding-left: 0;
		font-weight: 600;
	}

	.minimum > :global(:nth-child(7) input) {
		padding-left: 0;
		text-align: left;
	}

	.minimum > :global(:nth-child(8) select) {
		text-align: right;
	}
</style>
