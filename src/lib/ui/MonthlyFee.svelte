<!-- A fee a month: an amount, or a percentage with a cap or without. -->
<script lang="ts">
	import { ZERO, type Cents } from '../core/quantities/money';
	import { percent, type Percent } from '../core/quantities/rate';
	import { readMoney } from '../reading/money';
	import { readMinimumPercent } from '../reading/percentages';
	import type { Writing } from '../reading/writing';
	import { writeAmount, writePercent } from '../reading/written';
	import Choice from './Choice.svelte';
	import TypedField from './TypedField.svelte';
	import { t } from '$lib/words/labels/reference';

	type Fee =
		| { readonly kind: 'amount'; readonly amount: Cents }
		| { readonly kind: 'percent'; readonly percent: Percent; readonly cap: Cents | null };
	interface Props {
		fee: Fee;
		writing: Writing;
		onchange: (fee: Fee) => void;
	}
	const { fee, writing, onchange }: Props = $props();

	const EMPTY = {
		amount: { kind: 'amount', amount: ZERO },
		percent: { kind: 'percent', percent: percent(0), cap: null }
	} as const;
	const KINDS = [
		{ value: 'amount', words: t('an amount') },
		{ value: 'percent', words: t('in percent') }
	] as const;
	const money = $derived({
		read: (typed: string) => readMoney(typed, writing),
		write: (amount: Cents) => writeAmount(amount, writing)
	});
</script>

<Choice
	label={t('Kind of monthly fee')}
	value={fee.kind}
	options={KINDS}
	onchange={(kind) => onchange(EMPTY[kind])}
/>
{#if fee.kind === 'amount'}
	<TypedField
		label={t('Monthly fee')}
		value={fee.amount}
		{...money}
		onchange={(amount) => amount !== null && onchange({ kind: 'amount', amount })}
	/>
{:else}
	<TypedField
		label={t('Monthly fee in percent')}
		value={fee.percent}
		read={(typed) => readMinimumPercent(typed, writing)}
		write={(of) => writePercent(of, writing)}
		onchange={(of) => of !== null && onchange({ ...fee, percent: of })}
	/>
	<TypedField
		label={t('Cap on the monthly fee')}
		value={fee.cap}
		{...money}
		optional
		placeholder={t('no cap')}
		onchange={(cap) => onchange({ ...fee, cap })}
	/>
{/if}
