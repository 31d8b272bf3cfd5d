<!-- The terms of a settlement, but for what each creditor accepts: its month, the payments till then, and the fee. -->
<script lang="ts">
	import { startOfMonth, type CalendarDate } from '$lib/core/quantities/calendar';
	import type { ChangeEntry } from '$lib/document/change';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import { minimumPercentText, moneyText, monthTextFrom } from '../debt-fields';
	import ChangeTerm from './ChangeTerm.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		change: Extract<ChangeEntry, { kind: 'settle' }>;
		asOf: CalendarDate;
		writing: Writing;
		/** The placeholder of a term that is not entered. */
		open: string;
		onchange: (change: ChangeEntry) => void;
		onenter: () => void;
	}
	const { change, asOf, writing, open, onchange, onenter }: Props = $props();

	const fee = $derived(change.fee);
	const about = $derived({ change, placeholder: open, onchange, onenter });

	const BEFORE = [
		{ value: 'stop', words: t('stop until then') },
		{ value: 'asked', words: t('continue until then') }
	] as const;
</script>

<span class="label">{t('Paid in')}</span>
<ChangeTerm
	{...about}
	label={t('Month of the settlement')}
	term="date"
	value={change.date}
	text={monthTextFrom(startOfMonth(asOf), writing)}
	put={(date) => ({ date })}
/>
<span class="label">{t('Payments')}</span>
<Choice
	label={t('Payments before the settlement')}
	value={change.before}
	options={BEFORE}
	onchange={(before) => onchange({ ...change, before })}
/>
{#if change.before === 'stop'}
	<span></span>
	<small>{t('Interest and late fees are charged until then.')}</small>
{/if}
<span class="label">{t('Fee')}</span>
<span class="two">
	<ChangeTerm
		{...about}
		label={t('Fee in percent of what is forgiven')}
		term="fee"
		value={fee.percent}
		text={minimumPercentText(writing)}
		put={(percent) => ({ fee: { ...fee, percent } })}
	/>
	<span>{t('of the rest')}</span>
	<ChangeTerm
		{...about}
		label={t('Fee as an amount')}
		term="fee"
		value={fee.amount}
		text={moneyText(writing)}
		placeholder={t('and')}
		put={(amount) => ({ fee: { ...fee, amount } })}
	/>
</span>
