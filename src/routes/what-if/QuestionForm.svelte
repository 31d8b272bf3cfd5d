<!-- A question about many cases, as a sentence whose parts are filled in. -->
<script lang="ts">
	import { addMonths, startOfMonth, type CalendarDate } from '$lib/core/quantities/calendar';
	import { cents } from '$lib/core/quantities/money';
	import type { Percent } from '$lib/core/quantities/rate';
	import { agencyBook, creditorBook, indexBook } from '$lib/desk/reference-book.svelte';
	import { heldOn } from '$lib/document/reference';
	import type { WhatIf } from '$lib/document/what-if';
	import { currencyOf } from '$lib/reading/currencies';
	import { readDate } from '$lib/reading/dates';
	import { readRate, readSignedRate } from '$lib/reading/percentages';
	import { SCREEN } from '$lib/reading/writing';
	import { writeDate, writePercent, writeSignedPercent } from '$lib/reading/written';
	import Choice from '$lib/ui/Choice.svelte';
	import MonthlyFee from '$lib/ui/MonthlyFee.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { t } from '$lib/words/labels/book';

	interface Props {
		today: CalendarDate;
		/** Whose cases can be asked about, besides all. */
		people: readonly { readonly id: string; readonly name: string }[];
		onask: (change: WhatIf, of: string) => Promise<void>;
	}
	const { today, people, onask }: Props = $props();

	type Kind = WhatIf['kind'];
	let kind = $state<Kind>('rate');
	let of = $state('all');
	let creditor = $state<string | null>(null);
	let index = $state<string | null>(null);
	let rate = $state<Percent | null>(null);
	let by = $state<Percent | null>(null);
	let day = $state<CalendarDate | null>(null);
	let isAsking = $state(false);
	let form = $state<HTMLFormElement>();
	/** Enter in any of its fields asks. */
	const submit = () => form?.requestSubmit();

	const from = $derived(day ?? addMonths(startOfMonth(today), 1));
	const schedule = $derived(heldOn(agencyBook.now.fees, today)?.content);
	const currency = $derived(schedule?.currency ?? 'USD');
	type Fee = Extract<WhatIf, { kind: 'fee' }>['monthlyFee'];
	let typedFee = $state.raw<Fee | null>(null);
	const fee = $derived<Fee>(
		typedFee ?? schedule?.monthlyFee ?? { kind: 'amount', amount: cents(0) }
	);

	const kinds = $derived([
		{ value: 'rate' as const, words: t('a creditor charges another rate') },
		...(indexBook.list.length > 0 ? [{ value: 'index' as const, words: t('an index moves') }] : []),
		{ value: 'money' as const, words: t('each month has a tenth less money') },
		{
			value: 'minimums' as const,
			words: t('only the minimum payments are made, not the chosen plan')
		},
		{ value: 'fee' as const, words: t('our monthly fee changes') }
	]);
	const named = (list: readonly { id: string; profile: { content: { name: string } } }[]) =>
		list.map(({ id, profile }) => ({ value: id, words: profile.content.name }));
	const creditors = $derived(named(creditorBook.list));
	const indexes = $derived(named(indexBook.list));
	const whose = $derived([
		{ value: 'all', words: t('all cases') },
		...people.map(({ id, name }) => ({ value: id, words: t('the cases of {name}', { name }) }))
	]);

	/** What is asked; null while something of it is missing. */
	const change = $derived.by((): WhatIf | null => {
		switch (kind) {
			case 'rate': {
				const of = creditor ?? creditors[0]?.value;
				return of === undefined || rate === null
					? null
					: { kind, creditor: of, annualRate: rate, from };
			}
			case 'index': {
				const of = index ?? indexes[0]?.value;
				return of === undefined || by === null ? null : { kind, index: of, by, from };
			}
			case 'money':
			case 'minimums':
				return { kind };
			case 'fee':
				return { kind, currency, monthlyFee: fee };
		}
	});
	const lacks = $derived(
		change !== null
			? null
			: kind === 'rate' && creditors.length === 0
				? t('No creditor is recorded yet. Record one under Creditors first.')
				: kind === 'rate'
					? t('Enter the new rate.')
					: t('Enter by how much the index moves.')
	);

	async function send(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		if (change === null || isAsking) return;
		isAsking = true;
		await onask(change, of);
		isAsking = false;
	}
</script>

{#snippet dayField()}
	<span>{t('from')}</span>
	<span class="day">
		<TypedField
			label={t('From which day')}
			value={from}
			read={(typed) => readDate(typed, today, SCREEN)}
			write={(date) => writeDate(date, SCREEN)}
			onchange={(typed) => (day = typed ?? day)}
			onenter={submit}
		/>
	</span>
{/snippet}

<form bind:this={form} onsubmit={send} aria-label={t('What if …')}>
	<strong>{t('What if')}</strong>
	<Choice label={t('What changes')} value={kind} options={kinds} onchange={(to) => (kind = to)} />
	{#if kind === 'rate' && creditors.length > 0}
		<Choice
			label={t('Which creditor')}
			value={creditor ?? creditors[0]?.value ?? ''}
			options={creditors}
			onchange={(to) => (creditor = to)}
		/>
		<span class="figure">
			<TypedField
				label={t('New rate')}
				value={rate}
				read={(typed) => readRate(typed, SCREEN)}
				write={(of) => writePercent(of, SCREEN)}
				optional
				placeholder="0 %"
				side="right"
				onchange={(typed) => (rate = typed)}
				onenter={submit}
			/>
		</span>
		{@render dayField()}
	{:else if kind === 'index'}
		<Choice
			label={t('Which index')}
			value={index ?? indexes[0]?.value ?? ''}
			options={indexes}
			onchange={(to) => (index = to)}
		/>
		<span>{t('by')}</span>
		<span class="figure">
			<TypedField
				label={t('By how much')}
				value={by}
				read={(typed) => readSignedRate(typed, SCREEN)}
				write={(of) => writeSignedPercent(of, SCREEN)}
				optional
				placeholder="1 %"
				side="right"
				onchange={(typed) => (by = typed)}
				onenter={submit}
			/>
		</span>
		{@render dayField()}
	{:else if kind === 'fee'}
		<span class="fee">
			<MonthlyFee
				{fee}
				writing={{ ...SCREEN, currency: currencyOf(currency) ?? { code: currency, digits: 2 } }}
				onchange={(to) => (typedFee = to)}
			/>
		</span>
		<span>{currency}</span>
	{/if}
	{#if people.length > 0}
		<span>{t('for')}</span>
		<Choice label={t('For whose cases')} value={of} options={whose} onchange={(to) => (of = to)} />
	{/if}
	<button type="submit" class="filled" disabled={lacks !== null || isAsking}
		>{isAsking ? t('Asking …') : t('Compute')}</button
	>
	{#if lacks}<span class="lacks" role="status">{lacks}</span>{/if}
</form>

<style>
	form {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 10px;
		align-items: center;
		padding: 12px 16px;
		background: var(--sheet);
	}

	.figure {
		width: 92px;
	}

	.day {
		width: 124px;
	}

	.fee {
		display: flex;
		gap: 8px;
		align-items: center;
	}

	.lacks {
		color: var(--quiet);
		font-size: 14px;
	}
</style>
