<!-- A question about many cases, as a sentence whose parts are filled in. -->
<script lang="ts">
	import { addMonths, startOfMonth, type CalendarDate } from '$lib/core/quantities/calendar';
	import { filled, needOf, type RuleEntry } from '$lib/core/debt/rules/all-forms';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { cents } from '$lib/core/quantities/money';
	import type { Percent } from '$lib/core/quantities/rate';
	import { agencyBook, creditorBook, indexBook } from '$lib/desk/reference-book.svelte';
	import { creditorOn } from '$lib/document/creditors';
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
	import RuleFields from '../cases/[id=uuid]/RuleFields.svelte';
	import { minimumInWords } from '$lib/words/usual-terms';
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
	/** The steps of an index, as far as they are filled in. */
	let steps = $state.raw<
		readonly { readonly by: Percent | null; readonly from: CalendarDate | null }[]
	>([{ by: null, from: null }]);
	let minimum = $state.raw<RuleEntry | null>(null);
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
		{ value: 'minimum' as const, words: t('a creditor asks for another minimum payment') },
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

	const creditorMeant = $derived(
		creditorBook.list.find(({ id }) => id === creditor) ?? creditorBook.list[0]
	);
	const asksIn = $derived(creditorMeant?.profile.content.currency ?? 'USD');
	const writing = $derived({
		...SCREEN,
		currency: currencyOf(asksIn) ?? { code: asksIn, digits: 2 }
	});
	/** What the creditor usually asks is where it begins. */
	const required = $derived<RuleEntry>(
		minimum ??
			(creditorMeant && creditorOn(creditorMeant, today).minimum?.content) ??
			filled('percent')
	);

	/** The day of a step: as typed, or half a year after the one before. */
	const dayOf = (at: number): CalendarDate =>
		steps[at]?.from ?? (at === 0 ? from : addMonths(dayOf(at - 1), 6));
	const setStep = (at: number, of: Partial<(typeof steps)[number]>) =>
		(steps = steps.map((step, place) => (place === at ? { ...step, ...of } : step)));

	/** What is asked; null while something of it is missing. */
	const change = $derived.by((): WhatIf | null => {
		switch (kind) {
			case 'rate': {
				return creditorMeant === undefined || rate === null
					? null
					: { kind, creditor: creditorMeant.id, annualRate: rate, from };
			}
			case 'index': {
				const of = index ?? indexes[0]?.value;
				const full = steps.flatMap(({ by }, at) => (by === null ? [] : [{ by, from: dayOf(at) }]));
				const isInOrder = full.every(({ from }, at) => from > (full[at - 1]?.from ?? ''));
				return of === undefined || full.length < steps.length || !isInOrder
					? null
					: { kind, index: of, steps: full };
			}
			case 'minimum': {
				const isWhole = required.kind !== 'level' && needOf(required) === null;
				return creditorMeant === undefined || !isWhole
					? null
					: { kind, creditor: creditorMeant.id, currency: asksIn, required };
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
			: kind === 'index'
				? steps.some(({ by }) => by === null)
					? t('Enter by how much the index moves.')
					: t('Each step is on a later day than the one before.')
				: creditors.length === 0
					? t('No creditor is recorded yet. Record one under Creditors first.')
					: kind === 'rate'
						? t('Enter the new rate.')
						: t('Enter the percentage or the amount.')
	);

	async function send(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		if (change === null || isAsking) return;
		isAsking = true;
		await onask(change, of);
		isAsking = false;
	}
</script>

{#snippet dayField(label: string, value: CalendarDate, set: (day: CalendarDate) => void)}
	<span>{t('from')}</span>
	<span class="day">
		<TypedField
			{label}
			{value}
			read={(typed) => readDate(typed, today, SCREEN)}
			write={(date) => writeDate(date, SCREEN)}
			onchange={(typed) => typed !== null && set(typed)}
			onenter={submit}
		/>
	</span>
{/snippet}

<form bind:this={form} onsubmit={send} aria-label={t('What if …')}>
	<strong>{t('What if')}</strong>
	<Choice label={t('What changes')} value={kind} options={kinds} onchange={(to) => (kind = to)} />
	{#if (kind === 'rate' || kind === 'minimum') && creditors.length > 0}
		<Choice
			label={t('Which creditor')}
			value={creditorMeant?.id ?? ''}
			options={creditors}
			onchange={(to) => {
				creditor = to;
				minimum = null;
			}}
		/>
	{/if}
	{#if kind === 'minimum' && creditorMeant}
		<span class="rule">
			<RuleFields
				{required}
				{writing}
				of={creditorMeant.profile.content.name}
				onchange={(rule) => (minimum = rule)}
			/>
		</span>
		{#if needOf(required) === null}
			<span class="lacks">{minimumInWords(required, writing)}</span>
		{/if}
	{:else if kind === 'rate' && creditors.length > 0}
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
		{@render dayField(t('From which day'), from, (typed) => (day = typed))}
	{:else if kind === 'index'}
		<Choice
			label={t('Which index')}
			value={index ?? indexes[0]?.value ?? ''}
			options={indexes}
			onchange={(to) => (index = to)}
		/>
		{#each steps as step, at (at)}
			{@const which = { number: at + 1 }}
			<span>{at === 0 ? t('by') : t('then by')}</span>
			<span class="figure">
				<TypedField
					label={at === 0 ? t('By how much') : t('By how much, step {number}', which)}
					value={step.by}
					read={(typed) => readSignedRate(typed, SCREEN)}
					write={(of) => writeSignedPercent(of, SCREEN)}
					optional
					placeholder="1 %"
					side="right"
					onchange={(by) => setStep(at, { by })}
					onenter={submit}
				/>
			</span>
			{@render dayField(
				at === 0 ? t('From which day') : t('From which day, step {number}', which),
				dayOf(at),
				(typed) => setStep(at, { from: typed })
			)}
		{/each}
		{#if steps.length < LIMITS.indexSteps}
			<button
				type="button"
				class="act"
				onclick={() => (steps = [...steps, { by: null, from: null }])}>{t('+ another step')}</button
			>
		{/if}
		{#if steps.length > 1}
			<button type="button" class="act" onclick={() => (steps = steps.slice(0, -1))}
				>{t('Remove the last step')}</button
			>
		{/if}
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

	.rule {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 8px;
		align-items: center;
	}

	.rule > :global(span) {
		width: 92px;
	}

	.rule > :global(span:first-child) {
		width: 150px;
	}

	.act {
		min-height: var(--target);
		color: var(--act);
		font-weight: 600;
	}

	.lacks {
		color: var(--quiet);
		font-size: 14px;
	}
</style>
