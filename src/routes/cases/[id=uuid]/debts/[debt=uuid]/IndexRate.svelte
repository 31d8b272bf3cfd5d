<!-- A rate that follows an index: which, by how much, when it is set anew, within what. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { indexBook } from '$lib/desk/reference-book.svelte';
	import type { DebtEntry, Follows } from '$lib/document/debt';
	import { followed, valuesFor } from '$lib/document/indexes';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { onMount } from 'svelte';
	import { countText, dateText, rateText, signedRateText } from '../../debt-fields';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		writing: Writing;
		asOf: CalendarDate;
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
	}
	const { debt, writing, asOf, onchange }: Props = $props();

	onMount(() => void indexBook.open());

	const { follows } = $derived(debt);
	const index = $derived(indexBook.list.find(({ id }) => id === follows?.index) ?? null);
	const day = $derived(debt.asOf ?? asOf);
	const rate = $derived(rateText(writing));

	const NONE = '';
	const choices = $derived([
		{ value: NONE, words: t('none') },
		...indexBook.list.map(({ id, profile }) => ({ value: id, words: profile.content.name })),
		...(follows && !index ? [{ value: follows.index, words: follows.name }] : [])
	]);

	function choose(id: string): void {
		const chosen = indexBook.list.find((one) => one.id === id);
		if (id === follows?.index) return;
		const fresh = chosen ? followed(chosen, indexBook.version, debt, asOf) : null;
		onchange(t('index'), { follows: fresh });
	}

	const put = (fields: Partial<Follows>) => {
		if (follows) onchange(t('index'), { follows: { ...follows, ...fields } });
	};

	/** What is looked up earlier needs earlier values. */
	function lookBack(days: number): void {
		const values = index ? valuesFor(index, { asOf: day, lookBack: days }) : null;
		put({ lookBack: days, ...(values && { values, version: indexBook.version }) });
	}

	const PAYMENTS = [
		{ value: 'kept', words: t('stays') },
		{ value: 'anew', words: t('is set anew') }
	] as const;
</script>

<span class="name">{t('Index')}</span>
<Choice label={t('Index')} value={follows?.index ?? NONE} options={choices} onchange={choose} />
{#if choices.length === 1}
	<p>{t('No index is recorded yet.')} <a href="/indexes">{t('Record an index ›')}</a></p>
{/if}
{#if follows}
	<span class="name">{t('Margin')} <small>{t('on top of the index')}</small></span>
	<TypedField
		label={t('Margin')}
		value={follows.margin}
		{...signedRateText(writing)}
		side="right"
		onchange={(margin) => margin !== null && put({ margin })}
	/>
	<span class="name">{t('Set anew from')} <small>{t('empty: the first payment')}</small></span>
	<TypedField
		label={t('Set anew from')}
		value={follows.from}
		{...dateText(asOf, writing)}
		optional
		side="right"
		placeholder={t('the first payment')}
		onchange={(from) => put({ from })}
	/>
	<span class="name">{t('every so many payments')}</span>
	<TypedField
		label={t('Payments between resets')}
		value={follows.every}
		{...countText(writing, { least: 1, most: LIMITS.periods })}
		side="right"
		onchange={(every) => every !== null && put({ every })}
	/>
	<span class="name">{t('Looked up days before')}</span>
	<TypedField
		label={t('Days before that the index is looked up')}
		value={follows.lookBack}
		{...countText(writing, { least: 0, most: LIMITS.lookBack })}
		side="right"
		onchange={(days) => days !== null && lookBack(days)}
	/>
	<span class="name">{t('Moves at once by at most')}</span>
	<TypedField
		label={t('Step')}
		value={follows.step}
		{...rate}
		optional
		side="right"
		placeholder={t('any amount')}
		onchange={(step) => put({ step })}
	/>
	<span class="name">{t('Cap')}</span>
	<TypedField
		label={t('Cap')}
		value={follows.cap}
		{...rate}
		optional
		side="right"
		placeholder={t('none')}
		onchange={(cap) => put({ cap })}
	/>
	<span class="name">{t('Floor')}</span>
	<TypedField
		label={t('Floor of the rate')}
		value={follows.floor}
		{...rate}
		side="right"
		onchange={(floor) => floor !== null && put({ floor })}
	/>
	{#if debt.required.kind === 'level'}
		<span class="name">{t('The payment')}</span>
		<Choice
			label={t('The payment with a new rate')}
			value={follows.reamortize ? 'anew' : 'kept'}
			options={PAYMENTS}
			onchange={(value) => put({ reamortize: value === 'anew' })}
		/>
	{/if}
	<p>{t('After its last value an index stays …')}</p>
{/if}
