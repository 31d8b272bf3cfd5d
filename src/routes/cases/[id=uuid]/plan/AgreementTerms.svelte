<!-- The terms of a creditor agreement, but for what each debt agrees: from when, until when, and its fees. -->
<script lang="ts">
	import { startOfMonth, type CalendarDate } from '$lib/core/quantities/calendar';
	import { withTerm, type ChangeEntry } from '$lib/document/change';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import { minimumPercentText, momentText, moneyText, monthTextFrom } from '../debt-fields';
	import ChangeTerm from './ChangeTerm.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		change: Extract<ChangeEntry, { kind: 'concession' }>;
		asOf: CalendarDate;
		writing: Writing;
		/** The placeholder of a term that is not entered. */
		open: string;
		onchange: (change: ChangeEntry) => void;
		onenter: () => void;
	}
	const { change, asOf, writing, open, onchange, onenter }: Props = $props();

	const fee = $derived(change.monthlyFee);
	const money = $derived(moneyText(writing));
	const share = $derived(minimumPercentText(writing));
	const about = $derived({ change, placeholder: open, onchange, onenter });

	const NO_FEE = {
		amount: { kind: 'amount', amount: null },
		percent: { kind: 'percent', percent: null, cap: null }
	} as const;
	const MONTHLY = [
		{ value: 'amount', words: t('an amount') },
		{ value: 'percent', words: t('in percent') }
	] as const;
</script>

<span class="label">{t('From')}</span>
<span class="two">
	<ChangeTerm
		{...about}
		label={t('Agreed from')}
		term="from"
		value={change.from}
		text={momentText(asOf, writing)}
		put={(from) => ({ from })}
	/>
	<span>{t('until')}</span>
	<ChangeTerm
		{...about}
		label={t('Last month of the agreement')}
		value={change.until}
		text={monthTextFrom(startOfMonth(change.from ?? asOf), writing)}
		placeholder={t('it stays')}
		put={(until) => ({ until })}
	/>
</span>
<span class="label">{t('Setup fee')}</span>
<ChangeTerm
	{...about}
	label={t('Setup fee')}
	term="setUpFee"
	value={change.setUpFee}
	text={money}
	put={(setUpFee) => ({ setUpFee })}
/>
<span class="label">{t('Monthly fee')}</span>
<span class="two">
	<Choice
		label={t('Kind of monthly fee')}
		value={fee.kind}
		options={MONTHLY}
		onchange={(kind) => onchange(withTerm(change, 'monthlyFee', { monthlyFee: NO_FEE[kind] }))}
	/>
	{#if fee.kind === 'amount'}
		<ChangeTerm
			{...about}
			label={t('Monthly fee')}
			term="monthlyFee"
			value={fee.amount}
			text={money}
			put={(amount) => ({ monthlyFee: { ...fee, amount } })}
		/>
	{:else}
		<ChangeTerm
			{...about}
			label={t('Monthly fee in percent')}
			term="monthlyFee"
			value={fee.percent}
			text={share}
			put={(percent) => ({ monthlyFee: { ...fee, percent } })}
		/>
		<ChangeTerm
			{...about}
			label={t('Cap on the monthly fee')}
			term="monthlyFee"
			value={fee.cap}
			text={money}
			placeholder={t('no cap')}
			put={(cap) => ({ monthlyFee: { ...fee, cap } })}
		/>
	{/if}
</span>
