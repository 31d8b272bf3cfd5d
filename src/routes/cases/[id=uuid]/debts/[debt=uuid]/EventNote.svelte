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
	import { happeningKind, happeningKinds } from '$lib/words/debt';
	import type { Writing } from '$lib/reading/writing';
	import AddDraft from '$lib/ui/AddDraft.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Note from '$lib/ui/Note.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { dateText, moneyText, rateText } from '../../debt-fields';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		happening: EventEntry;
		/** Whether it is not among what happens yet. */
		fresh: boolean;
		writing: Writing;
		asOf: CalendarDate;
		anchor: HTMLElement;
		onchange: (happening: EventEntry) => void;
		onremove: () => void;
		onclose: () => void;
	}
	const {
		debt,
		happening: stored,
		fresh,
		writing,
		asOf,
		anchor,
		onchange,
		onremove,
		onclose
	}: Props = $props();

	const draft = new Draft(() => ({ stored, fresh, onchange, onclose }));
	const happening = $derived(draft.now);
	const isReady = $derived(
		draft.isNamed || happening.kind === 'skip' || happening.kind === 'payment'
	);
	const set = (next: EventEntry) => draft.set(next);
	const name = (next: EventEntry | null) => draft.name(next);
	const enter = () => draft.enter(isReady);

	const money = $derived(moneyText(writing));
	const date = $derived(dateText(asOf, writing));
	const { paymentsPerYear } = $derived(debt.lending);
	const words = $derived(happeningKind(happening.kind, writing));
	const recurrences = $derived([
		{ value: '0', words: t('once') },
		...FREQUENCIES.filter((often) => often <= paymentsPerYear).map((often) => ({
			value: String(often),
			words:
				often === paymentsPerYear ? t('with every payment') : frequencyWords(writing, often).every
		}))
	]);
	const perYear = $derived('perYear' in happening ? (happening.perYear ?? 0) : 0);

	/** Another kind keeps its day and its identity. */
	function turn(kind: DebtEvent['kind']): void {
		const { id, off } = happening;
		draft.isNamed = false;
		set({ ...newEvent(kind, happening.date, debt), id, off });
	}

	function repeat(often: string): void {
		if (!('perYear' in happening)) return;
		const next = Number(often);
		set(
			next === 0
				? { ...happening, perYear: null, until: null }
				: { ...happening, perYear: next as PaymentsPerYear }
		);
	}
</script>

<Note title={fresh ? t('Add an event') : t('Event: {words}', { words })} {anchor} {onclose}>
	<div class="fields">
		<span class="label">{t('Event')}</span>
		<Choice
			label={t('Event')}
			value={happening.kind}
			options={happeningKinds(writing)}
			onchange={turn}
		/>
		{#if 'perYear' in happening}
			<span class="label">{t('Amount')}</span>
			<span data-first>
				<TypedField
					label={t('Amount of the event')}
					value={fresh && !draft.isNamed ? null : happening.amount}
					{...money}
					onchange={(amount) => name(amount === null ? null : { ...happening, amount })}
					onenter={enter}
				/>
			</span>
		{:else if happening.kind === 'payment'}
			<span class="label">{t('Amount')}</span>
			<span data-first>
				<TypedField
					label={t('Amount of the event')}
					value={happening.amount}
					{...money}
					optional
					placeholder={t('the minimum')}
					onchange={(amount) => set({ ...happening, amount })}
					onenter={enter}
				/>
			</span>
		{:else if happening.kind === 'rate'}
			<span class="label">{t('Annual rate')}</span>
			<span data-first>
				<TypedField
					label={t('New annual rate')}
					value={fresh && !draft.isNamed ? null : happening.annual}
					{...rateText(writing)}
					onchange={(annual) => name(annual === null ? null : { ...happening, annual })}
					onenter={enter}
				/>
			</span>
		{/if}
		<span class="label"
			>{happening.kind === 'extra' || happening.kind === 'skip' ? t('On') : t('From')}</span
		>
		<TypedField
			label={t('Date of the event')}
			value={happening.date}
			{...date}
			onchange={(day) => day !== null && set({ ...happening, date: day })}
			onenter={enter}
		/>
		{#if 'perYear' in happening}
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
					value={happening.until}
					{...date}
					optional
					placeholder={t('until paid off')}
					onchange={(until) => set({ ...happening, until })}
					onenter={enter}
				/>
			{/if}
		{/if}
		{#if happening.kind === 'charge'}
			<span class="label">{t('Kind')}</span>
			<Choice
				label={t('Purchase or fee')}
				value={happening.fee ? 'fee' : 'charge'}
				options={[
					{ value: 'fee', words: t('a fee') },
					{ value: 'charge', words: t('a purchase') }
				]}
				onchange={(kind) => set({ ...happening, fee: kind === 'fee' })}
			/>
		{/if}
		{#if happening.kind === 'rate' && debt.asked.kind === 'level'}
			<span class="label">{t('Level payment')}</span>
			<Choice
				label={t('Effect on the payment')}
				value={happening.reamortize ? 'anew' : 'stays'}
				options={[
					{ value: 'stays', words: t('stays as it is') },
					{ value: 'anew', words: t('is recalculated over the remaining payments') }
				]}
				onchange={(choice) => set({ ...happening, reamortize: choice === 'anew' })}
			/>
		{/if}
	</div>
	<p class="acts">
		{#if fresh}
			<AddDraft
				ready={isReady}
				what={happening.kind === 'skip'
					? t('the missed payment')
					: happening.kind === 'payment' && happening.amount === null
						? t('the minimum from then on')
						: ''}
				onadd={enter}
			/>
		{:else}
			<button type="button" onclick={() => set({ ...happening, off: !happening.off })}>
				{happening.off ? t('Switch on') : t('Switch off')}
			</button>
			<button type="button" onclick={onremove}>{t('Delete')}</button>
		{/if}
	</p>
</Note>
