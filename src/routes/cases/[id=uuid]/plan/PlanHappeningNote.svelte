<!-- Money that comes on top once or every year, or another amount from a month on; what is typed counts at once. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import type { Writing } from '$lib/reading/writing';
	import type { PlanHappening } from '$lib/document/plan';
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
	const { happening, fresh, writing, asOf, anchor, onchange, onremove, onclose }: Props = $props();

	const KINDS = [
		{ value: 'one-off', words: 'money on top' },
		{ value: 'money', words: 'another amount a month' }
	] as const;

	function turn(kind: PlanHappening['kind']): void {
		const { id, off, date, amount } = happening;
		const dated = { id, off, date, amount };
		onchange(kind === 'money' ? { ...dated, kind } : { ...dated, kind, everyYear: false });
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
				value={fresh ? null : happening.amount}
				{...moneyText(writing)}
				onchange={(amount) => amount !== null && onchange({ ...happening, amount })}
				onenter={onclose}
			/>
		</span>
		<span class="label">{happening.kind === 'money' ? 'From' : 'In'}</span>
		<TypedField
			label="Date of what happens"
			value={happening.date}
			{...dateText(asOf, writing)}
			onchange={(date) => date !== null && onchange({ ...happening, date })}
			onenter={onclose}
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
				onchange={(often) => onchange({ ...happening, everyYear: often === 'year' })}
			/>
		{/if}
	</div>
	{#if !fresh}
		<p class="acts">
			<button type="button" onclick={() => onchange({ ...happening, off: !happening.off })}>
				{happening.off ? 'Switch on' : 'Switch off'}
			</button>
			<button type="button" onclick={onremove}>Delete</button>
		</p>
	{/if}
</Note>
