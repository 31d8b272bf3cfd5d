<!-- How the minimum is worked out: four cells, in the entry grid as on the debt's own screen. -->
<script lang="ts">
	import { ZERO, type Cents } from '$lib/core/money';
	import { askedAs } from '$lib/desk/debt-entry';
	import type { AskedEntry } from '$lib/formats/case-document';
	import { ASKED_KINDS } from '$lib/formats/debt-text';
	import { wholeUnit, writeMoney, type Currency } from '$lib/formats/money-text';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { minimumPercentText, moneyText } from './debt-fields';
	import { COLUMNS } from './grid-keys';

	interface Props {
		asked: AskedEntry;
		currency: Currency;
		/** Whose minimum it is, for the labels. */
		of: string;
		/** The place of a column in a grid, where there is one. */
		cell?: (column: number) => string;
		onchange: (asked: AskedEntry) => void;
	}
	const { asked, currency, of, cell, onchange }: Props = $props();

	const role = $derived(cell ? 'cell' : undefined);
	const money = $derived(moneyText(currency));
	const unit = $derived(wholeUnit(currency));
	const kinds = ASKED_KINDS.map(({ kind, words }) => ({ value: kind, words }));
	const roundings = $derived([
		{ value: 'no', words: 'no' },
		{ value: 'up', words: `to ${writeMoney(unit, currency)}` }
	]);
	const withFloor = (floor: Cents | null) => onchange({ ...asked, floor: floor ?? ZERO });
</script>

<span {role}>
	<Choice
		label="Minimum is, {of}"
		value={asked.kind}
		options={kinds}
		cell={cell?.(COLUMNS.kind)}
		onchange={(kind) => onchange(askedAs(asked, kind))}
	/>
</span>
<span {role}>
	{#if asked.kind === 'amount'}
		<TypedField
			label="Amount of the minimum, {of}"
			value={asked.amount}
			{...money}
			optional
			side="right"
			cell={cell?.(COLUMNS.asked)}
			onchange={(amount) => onchange({ ...asked, amount })}
		/>
	{:else}
		<TypedField
			label="Percentage of the minimum, {of}"
			value={asked.percent}
			{...minimumPercentText}
			optional
			side="right"
			cell={cell?.(COLUMNS.asked)}
			onchange={(percent) => onchange({ ...asked, percent })}
		/>
	{/if}
</span>
<span {role}>
	<TypedField
		label="Minimum at least, {of}"
		value={asked.floor === ZERO ? null : asked.floor}
		{...money}
		optional
		side="right"
		placeholder="none"
		cell={cell?.(COLUMNS.floor)}
		onchange={withFloor}
	/>
</span>
<span {role}>
	<Choice
		label="Minimum rounded up, {of}"
		value={asked.roundUpTo === ZERO ? 'no' : 'up'}
		options={roundings}
		cell={cell?.(COLUMNS.rounding)}
		onchange={(choice) => onchange({ ...asked, roundUpTo: choice === 'up' ? unit : ZERO })}
	/>
</span>
