<!-- Money that comes on top once or every year, or another amount from a month on; a new one counts once it is added. -->
<script lang="ts">
	import { Draft } from '$lib/desk/draft.svelte';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import type { Cents } from '$lib/core/quantities/money';
	import type { Writing } from '$lib/reading/writing';
	import type { PlanEvent } from '$lib/document/plan';
	import AddDraft from '$lib/ui/AddDraft.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Note from '$lib/ui/Note.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { dateText, moneyText } from '../debt-fields';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		event: PlanEvent;
		/** Whether it is not among what happens yet. */
		fresh: boolean;
		writing: Writing;
		asOf: CalendarDate;
		/** Whether the plan's money is what the budget sheet leaves. */
		bySheet: boolean;
		anchor: HTMLElement;
		onchange: (event: PlanEvent) => void;
		onremove: () => void;
		onclose: () => void;
	}
	const {
		event: stored,
		fresh,
		writing,
		asOf,
		bySheet,
		anchor,
		onchange,
		onremove,
		onclose
	}: Props = $props();

	const draft = new Draft(() => ({ stored, fresh, onchange, onclose }));
	const event = $derived(draft.now);
	const set = (next: PlanEvent) => draft.set(next);
	const name = (amount: Cents | null) => draft.name(amount === null ? null : { ...event, amount });
	const enter = () => draft.enter();

	const KINDS = [
		{ value: 'one-off', words: t('extra payment') },
		{ value: 'money', words: t('new monthly amount') }
	] as const;
	/** What a budget sheet leaves is no amount that could be another one from a month on. */
	const kinds = $derived(bySheet && event.kind !== 'money' ? KINDS.slice(0, 1) : KINDS);

	function turn(kind: PlanEvent['kind']): void {
		const { id, off, date, amount } = event;
		const dated = { id, off, date, amount };
		set(kind === 'money' ? { ...dated, kind } : { ...dated, kind, everyYear: false });
	}
</script>

<Note title={fresh ? t('Add an event') : t('Event')} {anchor} {onclose}>
	{#if bySheet && event.kind === 'money'}
		<p>{t('Without effect: the plan’s money is …')}</p>
	{/if}
	<div class="fields">
		<span class="label">{t('Event')}</span>
		<Choice label={t('Event')} value={event.kind} options={kinds} onchange={turn} />
		<span class="label">{t('Amount')}</span>
		<span data-first>
			<TypedField
				label={t('Amount of the event')}
				value={fresh && !draft.isNamed ? null : event.amount}
				{...moneyText(writing)}
				onchange={name}
				onenter={enter}
			/>
		</span>
		<span class="label">{event.kind === 'money' ? t('From') : t('In')}</span>
		<TypedField
			label={t('Date of the event')}
			value={event.date}
			{...dateText(asOf, writing)}
			onchange={(date) => date !== null && set({ ...event, date })}
			onenter={enter}
		/>
		{#if event.kind === 'one-off'}
			<span class="label">{t('How often')}</span>
			<Choice
				label={t('How often')}
				value={event.everyYear ? 'year' : 'once'}
				options={[
					{ value: 'once', words: t('once') },
					{ value: 'year', words: t('every year') }
				]}
				onchange={(often) => set({ ...event, everyYear: often === 'year' })}
			/>
		{/if}
	</div>
	<p class="acts">
		{#if fresh}
			<AddDraft ready={draft.isNamed} onadd={enter} />
		{:else}
			<button type="button" onclick={() => set({ ...event, off: !event.off })}>
				{event.off ? t('Switch on') : t('Switch off')}
			</button>
			<button type="button" onclick={onremove}>{t('Delete')}</button>
		{/if}
	</p>
</Note>
