<!-- What a creditor usually agrees to: a rate, a payment, its fee, from when, on which conditions. -->
<script lang="ts">
	import { LIMITS } from '$lib/core/quantities/limits';
	import { ZERO } from '$lib/core/quantities/money';
	import { percent } from '$lib/core/quantities/rate';
	import type { UsualAgreement } from '$lib/document/reference';
	import { readLine } from '$lib/reading/names';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import {
		countText,
		minimumPercentText,
		moneyText,
		rateText
	} from '../cases/[id=uuid]/debt-fields';
	import { t } from '$lib/words/labels/reference';

	interface Props {
		terms: UsualAgreement;
		writing: Writing;
		onchange: (terms: UsualAgreement) => void;
	}
	const { terms, writing, onchange }: Props = $props();
	const { payment } = $derived(terms);

	const PAYMENTS = [
		{ value: 'none', words: t('unchanged') },
		{ value: 'percent', words: t('% of the balance') },
		{ value: 'amount', words: t('an amount') }
	] as const;
	const EMPTY = {
		none: null,
		percent: { kind: 'percent', percent: percent(0) },
		amount: { kind: 'amount', amount: ZERO }
	} as const;
	const put = (fields: Partial<UsualAgreement>) => onchange({ ...terms, ...fields });
</script>

<span class="label">{t('Annual rate')}</span>
<TypedField
	label={t('Usual agreed rate')}
	value={terms.annualRate}
	{...rateText(writing)}
	optional
	placeholder={t('its own')}
	onchange={(annualRate) => put({ annualRate })}
/>
<span class="label">{t('Payment a month')}</span>
<span class="several">
	<Choice
		label={t('Kind of agreed payment')}
		value={payment?.kind ?? 'none'}
		options={PAYMENTS}
		onchange={(kind) => put({ payment: EMPTY[kind] })}
	/>
	{#if payment?.kind === 'percent'}
		<TypedField
			label={t('Usual payment in percent')}
			value={payment.percent}
			{...minimumPercentText(writing)}
			onchange={(share) => share !== null && put({ payment: { kind: 'percent', percent: share } })}
		/>
	{:else if payment?.kind === 'amount'}
		<TypedField
			label={t('Usual payment')}
			value={payment.amount}
			{...moneyText(writing)}
			onchange={(amount) => amount !== null && put({ payment: { kind: 'amount', amount } })}
		/>
	{/if}
</span>
<span class="label">{t('Fee, months until it holds')}</span>
<span class="several">
	<TypedField
		label={t('Fee of the agreement')}
		value={terms.fee}
		{...moneyText(writing)}
		onchange={(fee) => fee !== null && put({ fee })}
	/>
	<TypedField
		label={t('Months until it holds')}
		value={terms.after}
		{...countText(writing, { least: 0, most: LIMITS.months })}
		onchange={(after) => after !== null && put({ after })}
	/>
</span>
<span class="label">{t('Conditions')}</span>
<TypedField
	label={t('Conditions')}
	value={terms.conditions === '' ? null : terms.conditions}
	read={(typed) => readLine(typed, LIMITS.note, writing)}
	write={(text) => text}
	optional
	placeholder={t('in words')}
	onchange={(conditions) => put({ conditions: conditions ?? '' })}
/>
