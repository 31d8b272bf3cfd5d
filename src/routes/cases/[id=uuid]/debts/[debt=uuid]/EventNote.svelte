<!-- One thing that happens over time, with all that can be said of it; a new one counts once it is added, one that is there as it is typed. -->
<script lang="ts">
	import {
		FREQUENCIES,
		type CalendarDate,
		type PaymentsPerYear
	} from '$lib/core/quantities/calendar';
	import type { DebtEvent } from '$lib/core/debt/events';
	import { Draft } from '$lib/desk/draft.svelte';
	import { newEvent } from '$lib/desk/debt-entry';
	import type { DebtEntry, EventEntry } from '$lib/document/debt';
	import { frequencyWords } from '$lib/words/amounts';
	import { balanceName } from '$lib/words/account';
	import { eventKind, eventKinds } from '$lib/words/debt';
	import type { Writing } from '$lib/reading/writing';
	import AddDraft from '$lib/ui/AddDraft.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Note from '$lib/ui/Note.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { dateText, moneyText, rateText } from '../../debt-fields';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		event: EventEntry;
		/** Whether it is not among what happens yet. */
		fresh: boolean;
		writing: Writing;
		asOf: CalendarDate;
		anchor: HTMLElement;
		onchange: (event: EventEntry) => void;
		onremove: () => void;
		onclose: () => void;
	}
	const {
		debt,
		event: stored,
		fresh,
		writing,
		asOf,
		anchor,
		onchange,
		onremove,
		onclose
	}: Props = $props();

	const draft = new Draft(() => ({ stored, fresh, onchange, onclose }));
	const event = $derived(draft.now);
	const isReady = $derived(draft.isNamed || event.kind === 'skip' || event.kind === 'payment');
	const set = (next: EventEntry) => draft.set(next);
	const name = (next: EventEntry | null) => draft.name(next);
	const enter = () => draft.enter(isReady);

	const money = $derived(moneyText(writing));
	const date = $derived(dateText(asOf, writing));
	const { paymentsPerYear } = $derived(debt.lending);
	const words = $derived(eventKind(event.kind, writing));
	const recurrences = $derived([
		{ value: '0', words: t('once') },
		...FREQUENCIES.filter((often) => often <= paymentsPerYear).map((often) => ({
			value: String(often),
			words:
				often === paymentsPerYear ? t('with every payment') : frequencyWords(writing, often).every
		}))
	]);
	const perYear = $derived('perYear' in event ? (event.perYear ?? 0) : 0);

	/** Another kind keeps its day and its identity. */
	function turn(kind: DebtEvent['kind']): void {
		const { id, off } = event;
		draft.isNamed = false;
		set({ ...newEvent(kind, event.date, debt), id, off });
	}

	function repeat(often: string): void {
		if (!('perYear' in event)) return;
		const next = Number(often);
		set(
			next === 0
				? { ...event, perYear: null, until: null }
				: { ...event, perYear: next as PaymentsPerYear }
		);
	}
</script>

<Note title={fresh ? t('Add an event') : t('Event: {words}', { words })} {anchor} {onclose}>
	<div class="fields">
		<span class="label">{t('Event')}</span>
		<Choice label={t('Event')} value={event.kind} options={eventKinds(writing)} onchange={turn} />
		{#if 'perYear' in event}
			<span class="label">{t('Amount')}</span>
			<span data-first>
				<TypedField
					label={t('Amount of the event')}
					value={fresh && !draft.isNamed ? null : event.amount}
					{...money}
					onchange={(amount) => name(amount === null ? null : { ...event, amount })}
					onenter={enter}
				/>
			</span>
		{:else if event.kind === 'payment'}
			<span class="label">{t('Amount')}</span>
			<span data-first>
				<TypedField
					label={t('Amount of the event')}
					value={event.amount}
					{...money}
					optional
					placeholder={t('the minimum')}
					onchange={(amount) => set({ ...event, amount })}
					onenter={enter}
				/>
			</span>
		{:else if event.kind === 'rate'}
			<span class="label">{t('Annual rate')}</span>
			<span data-first>
				<TypedField
					label={t('New annual rate')}
					value={fresh && !draft.isNamed ? null : event.annual}
					{...rateText(writing)}
					onchange={(annual) => name(annual === null ? null : { ...event, annual })}
					onenter={enter}
				/>
			</span>
		{/if}
		<span class="label"
			>{event.kind === 'extra' || event.kind === 'skip' ? t('On') : t('From')}</span
		>
		<TypedField
			label={t('Date of the event')}
			value={event.date}
			{...date}
			onchange={(day) => day !== null && set({ ...event, date: day })}
			onenter={enter}
		/>
		{#if 'perYear' in event}
			<span class="label">{t('How often')}</span>
			<Choice
				label={t('How often')}
				value={String(perYear)}
				options={recurrences}
				onchange={repeat}
			/>
			{#if perYear > 0}
				<span class="label">{t('Until')}</span>
				<TypedField
					label={t('Last date of the event')}
					value={event.until}
					{...date}
					optional
					placeholder={t('until paid off')}
					onchange={(until) => set({ ...event, until })}
					onenter={enter}
				/>
			{/if}
		{/if}
		{#if event.kind === 'charge'}
			<span class="label">{t('Kind')}</span>
			<Choice
				label={t('Purchase or fee')}
				value={event.fee ? 'fee' : 'charge'}
				options={[
					{ value: 'fee', words: t('a fee') },
					{ value: 'charge', words: t('a purchase') }
				]}
				onchange={(kind) => set({ ...event, fee: kind === 'fee' })}
			/>
		{/if}
		{#if 'ofBalance' in event && debt.balances.length > 0}
			<span class="label">{t('Balance')}</span>
			<Choice
				label={t('Balance of the event')}
				value={event.ofBalance ?? ''}
				options={[
					...(event.kind === 'rate' ? [{ value: '', words: t('every balance') }] : []),
					...debt.balances.map((balance) => ({
						value: balance.id,
						words: balanceName(balance, writing)
					}))
				]}
				onchange={(of) => set({ ...event, ofBalance: of === '' ? null : of })}
			/>
		{/if}
		{#if event.kind === 'rate' && debt.required.kind === 'level'}
			<span class="label">{t('Level payment')}</span>
			<Choice
				label={t('Effect on the payment')}
				value={event.reamortize ? 'anew' : 'stays'}
				options={[
					{ value: 'stays', words: t('stays as it is') },
					{ value: 'anew', words: t('is recalculated over the remaining payments') }
				]}
				onchange={(choice) => set({ ...event, reamortize: choice === 'anew' })}
			/>
		{/if}
	</div>
	<p class="acts">
		{#if fresh}
			<AddDraft
				ready={isReady}
				what={event.kind === 'skip'
					? t('the missed payment')
					: event.kind === 'payment' && event.amount === null
						? t('the minimum from then on')
						: ''}
				onadd={enter}
			/>
		{:else}
			<button type="button" onclick={() => set({ ...event, off: !event.off })}>
				{event.off ? t('Switch on') : t('Switch off')}
			</button>
			<button type="button" onclick={onremove}>{t('Delete')}</button>
		{/if}
	</p>
</Note>
