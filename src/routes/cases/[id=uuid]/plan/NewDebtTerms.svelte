<!-- How a debt that a change brings is paid, and from when. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { ZERO } from '$lib/core/quantities/money';
	import type { NewDebtEntry } from '$lib/document/change';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { countText, dateText, minimumPercentText, moneyText } from '../debt-fields';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		debt: NewDebtEntry;
		/** Whether nobody has named a term yet. */
		isAssumed: (term: 'rule' | 'firstDue') => boolean;
		/** The placeholder of a term that is not entered. */
		open: string;
		asOf: CalendarDate;
		writing: Writing;
		onchange: (fields: Partial<NewDebtEntry>) => void;
		onenter: () => void;
	}
	const { debt, isAssumed, open, asOf, writing, onchange, onenter }: Props = $props();

	const money = $derived(moneyText(writing));

	const RULES = [
		{ value: 'level', words: t('level payments') },
		{ value: 'fixed', words: t('fixed amount') },
		{ value: 'minimum', words: t('minimum') }
	] as const;
	function turnRule(kind: NewDebtEntry['rule']['kind']): void {
		if (kind === 'level') onchange({ rule: { kind, periods: null } });
		else if (kind === 'fixed') onchange({ rule: { kind, amount: null } });
		else onchange({ rule: { kind, percent: null, floor: ZERO } });
	}
</script>

<span class="label">{t('Paid by')}</span>
<span class="two">
	<Choice
		label={t('How the new debt is paid')}
		value={debt.rule.kind}
		options={RULES}
		onchange={turnRule}
	/>
	{#if debt.rule.kind === 'level'}
		<TypedField
			{onenter}
			label={t('Months of the new debt')}
			assumed={isAssumed('rule')}
			value={debt.rule.periods}
			{...countText(writing)}
			optional
			placeholder={open}
			onchange={(periods) => onchange({ rule: { kind: 'level', periods } })}
		/>
		<span>{t('months')}</span>
	{:else if debt.rule.kind === 'fixed'}
		<TypedField
			{onenter}
			label={t('Payment of the new debt')}
			assumed={isAssumed('rule')}
			value={debt.rule.amount}
			{...money}
			optional
			placeholder={open}
			onchange={(amount) => onchange({ rule: { kind: 'fixed', amount } })}
		/>
	{:else}
		{@const { rule } = debt}
		<TypedField
			{onenter}
			label={t('Minimum of the new debt')}
			assumed={isAssumed('rule')}
			value={rule.percent}
			{...minimumPercentText(writing)}
			optional
			placeholder={open}
			onchange={(share) => onchange({ rule: { ...rule, percent: share } })}
		/>
		<TypedField
			{onenter}
			label={t('Floor of the new debt’s minimum')}
			assumed={isAssumed('rule')}
			value={rule.floor}
			{...money}
			onchange={(floor) => floor !== null && onchange({ rule: { ...rule, floor } })}
		/>
	{/if}
</span>
<span class="label">{t('First due')}</span>
<TypedField
	{onenter}
	label={t('First due date of the new debt')}
	assumed={isAssumed('firstDue')}
	value={debt.firstDue}
	{...dateText(asOf, writing)}
	optional
	placeholder={open}
	onchange={(firstDue) => onchange({ firstDue })}
/>
