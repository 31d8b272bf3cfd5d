<!-- Money that comes on top once or every year, or another amount from a month on; a new one counts once it is added. -->
<script lang="ts">
	import { Draft } from '$lib/desk/draft.svelte';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import type { Cents } from '$lib/core/quantities/money';
	import type { Writing } from '$lib/reading/writing';
	import type { PlanHappening } from '$lib/document/plan';
	import AddDraft from '$lib/ui/AddDraft.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Note from '$lib/ui/Note.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { dateText, moneyText } from '../debt-fields';

	interface Props {
		happening: PlanHappening;
		/** Whether it is not among what happens yet. */
		fresh: boolean;
		writing: Writing;
		asOf: CalendarDate;
		anchor: HTMLElement;
		onchange: (happening: PlanHappening) => void;
		onremove: () => void;
		onclose: () => void;
	}
	const {
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
	const set = (next: PlanHappening) => draft.set(next);
	const name = (amount: Cents | null) =>
		draft.name(amount === null ? null : { ...happening, amount });
	const enter = () => draft.enter();

	const KINDS = [
		{ value: 'one-off', words: 'money on top' },
		{ value: 'money', words: 'another amount a month' }
	] as const;

	function turn(kind: PlanHappening['kind']): void {
		const { id, off, date, amount } = happening;
		const dated = { id, off, date, amount };
		set(kind === 'money' ? { ...dated, kind } : { ...dated, kind, everyYear: false });
	}
</script>

<Note title={fresh ? 'Add what happens' : 'What happens'} {anchor} {onclose}>
	<div class="fields">
		<span class="label">What</span>
		<Choice label="What happens" value={happening.kind} options={KINDS} onchange={turn} />
		<span class="label">Amount</span>
		<span data-first>
			<TypedField
				label="Amount of what happens"
				value={fresh && !draft.isNamed ? null : happening.amount}
				{...moneyText(writing)}
				onchange={name}
				onenter={enter}
			/>
		</span>
		<span class="label">{happening.kind === 'money' ? 'From' : 'In'}</span>
		<TypedField
			label="Date of what happens"
			value={happening.date}
			{...dateText(asOf, writing)}
			onchange={(date) => date !== null && set({ ...happening, date })}
			onenter={enter}
		/>
		{#if happening.kind === 'one-off'}
			<span class="label">How often</span>
			<Choice
				label="How often it happens"
				value={happening.everyYear ? 'year' : 'once'}
				options={[
					{ value: 'once', words: 'once' },
					{ value: 'year', words: 'every year' }
				]}
				onchange={(often) => set({ ...happening, everyYear: often === 'year' })}
			/>
		{/if}
	</div>
	<p class="acts">
		{#if fresh}
			<AddDraft ready={draft.isNamed} onadd={enter} />
		{:else}
			<button type="button" onclick={() => set({ ...happening, off: !happening.off })}>
				{happening.off ? 'Switch on' : 'Switch off'}
			</button>
			<button type="button" onclick={onremove}>Delete</button>
		{/if}
	</p>
</Note>
