<!-- The minimum payment and its rule: four cells, in the entry grid as on the debt's own screen. -->
<script lang="ts">
	import { ZERO, type Cents } from '$lib/core/quantities/money';
	import { askedAs } from '$lib/desk/debt-entry';
	import { roundingSteps, type AskedEntry } from '$lib/document/debt';
	import { askedKinds } from '$lib/words/debt';
	import { writeMoney } from '$lib/reading/written';
	import type { Unread } from '$lib/exchange/debts-table';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { countText, minimumPercentText, moneyText } from './debt-fields';
	import { COLUMNS } from './grid-keys';

	interface Props {
		asked: AskedEntry;
		writing: Writing;
		/** Whose it is, for the labels. */
		of: string;
		/** Its figures that stand there unread. */
		unread?: ReadonlyMap<string, Unread>;
		/** The place of a column in a grid, where there is one. */
		cell?: (column: number) => string;
		onchange: (asked: AskedEntry) => void;
	}
	const { asked, writing, of, unread, cell, onchange }: Props = $props();

	const role = $derived(cell ? 'cell' : undefined);
	const money = $derived(moneyText(writing));
	const kinds = $derived(askedKinds(writing));
	const roundings = $derived(
		roundingSteps(writing.currency).map((step) => ({
			value: String(step),
			words: step === 0 ? 'no' : `to ${writeMoney(step, writing)}`
		}))
	);
	const LEVEL_ROUNDINGS = [
		{ value: 'nearest', words: 'no' },
		{ value: 'up', words: 'up a cent' }
	] as const;
</script>

<span {role}>
	<Choice
		label="Rule of the minimum, {of}"
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
			unread={unread?.get('minimum')}
			{...money}
			optional
			side="right"
			cell={cell?.(COLUMNS.asked)}
			onchange={(amount) => onchange({ ...asked, amount })}
		/>
	{:else if asked.kind === 'level'}
		<TypedField
			label="Number of payments, {of}"
			value={asked.periods}
			unread={unread?.get('payments')}
			{...countText(writing)}
			optional
			side="right"
			placeholder="how many"
			cell={cell?.(COLUMNS.asked)}
			onchange={(periods) => onchange({ ...asked, periods, payment: null })}
		/>
	{:else}
		<TypedField
			label="Percentage of the minimum, {of}"
			value={asked.percent}
			unread={unread?.get('percent') ?? unread?.get('minimum')}
			{...minimumPercentText(writing)}
			optional
			side="right"
			cell={cell?.(COLUMNS.asked)}
			onchange={(percent) => onchange({ ...asked, percent })}
		/>
	{/if}
</span>
<span {role}>
	{#if asked.kind === 'level'}
		<TypedField
			label="Balloon, {of}"
			value={asked.balloon === ZERO ? null : asked.balloon}
			{...money}
			optional
			side="right"
			placeholder="balloon"
			cell={cell?.(COLUMNS.floor)}
			onchange={(balloon) => onchange({ ...asked, balloon: balloon ?? ZERO, payment: null })}
		/>
	{:else}
		<TypedField
			label="Minimum at least, {of}"
			value={asked.floor === ZERO ? null : asked.floor}
			unread={unread?.get('floor')}
			{...money}
			optional
			side="right"
			placeholder="none"
			cell={cell?.(COLUMNS.floor)}
			onchange={(floor) => onchange({ ...asked, floor: floor ?? ZERO })}
		/>
	{/if}
</span>
<span {role}>
	{#if asked.kind === 'level'}
		<Choice
			label="Equal payment rounded up, {of}"
			value={asked.roundPayment}
			options={LEVEL_ROUNDINGS}
			cell={cell?.(COLUMNS.rounding)}
			onchange={(roundPayment) => onchange({ ...asked, roundPayment })}
		/>
	{:else}
		<Choice
			label="Minimum rounded up, {of}"
			value={String(asked.roundUpTo)}
			options={roundings}
			cell={cell?.(COLUMNS.rounding)}
			onchange={(step) => onchange({ ...asked, roundUpTo: Number(step) as Cents })}
		/>
	{/if}
</span>
