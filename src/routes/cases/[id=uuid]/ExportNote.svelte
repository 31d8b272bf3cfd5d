<!-- The exports of a screen: each file is made in a worker, with its progress. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { houseOn } from '$lib/document/agency';
	import { agencyBook } from '$lib/desk/reference-book.svelte';
	import { save, FileExport } from '$lib/desk/file-export.svelte';
	import type { CaseDocument } from '$lib/document/case';
	import {
		KINDS_OF,
		type OutgoingFile,
		type OutgoingKind,
		type Subject
	} from '$lib/handout/outgoing';
	import { readCount } from '$lib/reading/counts';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import Note from '$lib/ui/Note.svelte';
	import Progress from '$lib/ui/Progress.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { takeWords } from '$lib/words/exports';
	import { onDestroy, onMount } from 'svelte';
	import AssumedFirst from './AssumedFirst.svelte';
	import { t } from '$lib/words/labels/case';

	interface Props {
		caseId: string;
		document: CaseDocument;
		subject: Subject;
		/** Whether a full copy may be given out. */
		givesOut: boolean;
		writing: Writing;
		today: CalendarDate;
		anchor: HTMLElement;
		/** A file of this kind was made. */
		ontaken: (kind: string, file: OutgoingFile) => void;
		onclose: () => void;
	}
	const { caseId, document, subject, givesOut, writing, today, anchor, ontaken, onclose }: Props =
		$props();

	const along = new FileExport();
	onDestroy(() => along.stop());
	let making = $state('');
	let months = $state(12);
	let each = $state<'payment' | 'day'>('payment');
	let paydays = $state(false);
	const hasPaydays = $derived(document.sheet.income.some(({ from }) => from !== null));

	type Offer = OutgoingKind | 'png';
	const offers = $derived<readonly Offer[]>(
		KINDS_OF[subject.of].flatMap((kind): Offer[] => (kind === 'svg' ? ['svg', 'png'] : [kind]))
	);

	async function take(offer: Offer): Promise<void> {
		making = takeWords(subject.of, offer, writing).name;
		const kind = offer === 'png' ? 'svg' : offer;
		const file = await along.make({
			document,
			subject,
			kind,
			house: houseOn(agencyBook.now, document.asOf),
			calendar: { months, each, paydays },
			made: new Date().toISOString(),
			today,
			cancels: true
		});
		if (!file) return;
		ontaken(offer, file);
		if (offer === 'png') {
			const { asPng } = await import('$lib/workers/as-png');
			save(await asPng(file));
		} else save(file);
	}

	/** The case as a whole, or its budget sheet. */
	async function takeOther(of: 'case' | 'budget sheet', kind: OutgoingKind): Promise<void> {
		making = takeWords(of, kind, writing).name;
		const file = await along.make({ document, subject: { of }, kind });
		if (!file) return;
		ontaken(kind, file);
		save(file);
	}
	onMount(() => void agencyBook.open());
</script>

{#snippet offered(name: string, help: string, act: () => void)}
	<button type="button" class="offer" onclick={act}>
		<strong>{name}</strong>
		<span>{help}</span>
	</button>
{/snippet}

{#snippet files()}
	{#if subject.of === 'plan'}
		<a class="offer" href="/cases/{caseId}/handout?of={subject.id}">
			<strong>{t('Client handout')}</strong>
			<span>{t('choose its parts and preview it, in …')}</span>
		</a>
		<a class="offer" href="/cases/{caseId}/outbox?of={subject.id}">
			<strong>{t('Message to the client')}</strong>
			<span>{t('with the handout, the calendar and the workbook')}</span>
		</a>
	{/if}
	{#each offers as offer (offer)}
		{@const { name, help } = takeWords(subject.of, offer, writing)}
		{@render offered(name, help, () => void take(offer))}
		{#if offer === 'ics'}
			<div class="fields calendar">
				<span class="label">{t('Months')}</span>
				<TypedField
					label={t('Months in the calendar')}
					value={months}
					read={(typed) => readCount(typed, writing)}
					write={String}
					onchange={(to) => to !== null && (months = to)}
				/>
				<span class="label">{t('Entries')}</span>
				<Choice
					label={t('Entries of the calendar')}
					value={each}
					options={[
						{ value: 'payment', words: t('one for each payment') },
						{ value: 'day', words: t('one for each day, with all its payments') }
					]}
					onchange={(to) => (each = to)}
				/>
				{#if hasPaydays}
					<span class="label">{t('Paydays')}</span>
					<label
						><input type="checkbox" bind:checked={paydays} /> {t('with the days of income')}</label
					>
				{/if}
			</div>
		{/if}
	{/each}
{/snippet}

<Note title={t('Export')} {anchor} {onclose}>
	{#if along.done !== null}
		<p><Progress what={making} done={along.done} onstop={() => along.stop()} /></p>
	{:else}
		{#if subject.of === 'plan'}
			<AssumedFirst {document} plan={subject.id}>{@render files()}</AssumedFirst>
		{:else}{@render files()}{/if}
		{#if subject.of === 'plan' && document.sheet.income.length + document.sheet.needs.length > 0}
			{@const { name, help } = takeWords('budget sheet', 'csv', writing)}
			{@render offered(name, help, () => void takeOther('budget sheet', 'csv'))}
		{/if}
		{#if subject.of !== 'case'}
			{@const { name, help } = takeWords('case', 'json', writing)}
			{@render offered(name, help, () => void takeOther('case', 'json'))}
		{/if}
		{#if givesOut}
			<a class="offer" href="/api/cases/{caseId}/full-copy" download>
				<strong>{t('Full copy')}</strong>
				<span>{t('all that is kept about the client, …')}</span>
			</a>
		{/if}
	{/if}
	{#if along.failure}<p role="alert">{along.failure}</p>{/if}
</Note>

<style>
	.offer {
		display: grid;
		padding: 4px 0;
		border-bottom: 1px solid var(--row-line);
		color: inherit;
		text-align: start;
		text-decoration: none;
	}

	.offer strong {
		color: var(--act);
		font-weight: 600;
	}

	.offer:hover strong {
		text-decoration: underline;
	}

	.offer span {
		color: var(--quiet);
		font-size: 13px;
	}

	.calendar {
		padding-inline-start: 14px;
	}
</style>
