<!-- One thing that happens over time, with all that can be said of it; what is typed counts at once. -->
<script lang="ts">
	import {
		FREQUENCIES,
		type CalendarDate,
		type PaymentsPerYear
	} from '$lib/core/quantities/calendar';
	import type { Happening } from '$lib/core/debt/happenings';
	import { newHappening } from '$lib/desk/debt-entry';
	import type { DebtEntry, HappeningEntry } from '$lib/document/debt';
	import { frequencyWords } from '$lib/words/amounts';
	import { happeningKind, happeningKinds } from '$lib/words/debt';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import Note from '$lib/ui/Note.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { dateText, moneyText, rateText } from '../../debt-fields';

	interface Props {
		debt: DebtEntry;
		happening: HappeningEntry;
		/** Whether it is not among what happens yet. */
		fresh: boolean;
		writing: Writing;
		asOf: CalendarDate;
		anchor: HTMLElement;
		onchange: (happening: HappeningEntry) => void;
		onremove: () => void;
		onclose: () => void;
	}
	const { debt, happening, fresh, writing, asOf, anchor, onchange, onremove, onclose }: Props =
		$props();

	const money = $derived(moneyText(writing));
	const date = $derived(dateText(asOf, writing));
	const { paymentsPerYear } = $derived(debt.lending);
	const words = $derived(happeningKind(happening.kind, writing));
	const recurrences = $derived([
		{ value: '0', words: 'once' },
		...FREQUENCIES.filter((often) => often <= paymentsPerYear).map((often) => ({
			value: String(often),
			words: often === paymentsPerYear ? 'with every payment' : frequencyWords(writing, often).every
		}))
	]);
	const perYear = $derived('perYear' in happening ? (happening.perYear ?? 0) : 0);

	/** Another kind keeps its day and its identity. */
	function turn(kind: Happening['kind']): void {
		const { id, off } = happening;
		onchange({ ...newHappening(kind, happening.date, debt), id, off });
	}

	function repeat(often: string): void {
		if (!('perYear' in happening)) return;
		const next = Number(often);
		onchange(
			next === 0
				? { ...happening, perYear: null, until: null }
				: { ...happening, perYear: next as PaymentsPerYear }
		);
	}
</script>

<Note title={fresh ? 'Add what happens' : `What happens: ${words}`} {anchor} {onclose}>
	<div class="fields">
		<span class="label">What</span>
		<Choice
			label="What happens"
			value={happening.kind}
			options={happeningKinds(writing)}
			onchange={turn}
		/>
		{#if 'perYear' in happening}
			<span class="label">Amount</span>
			<span data-first>
				<TypedField
					label="Amount of what happens"
					value={happening.amount === 0 ? null : happening.amount}
					{...money}
					onchange={(amount) => amount !== null && onchange({ ...happening, amount })}
					onenter={onclose}
				/>
			</span>
		{:else if happening.kind === 'payment'}
			<span class="label">Amount</span>
			<span data-first>
				<TypedField
					label="Amount of what happens"
					value={happening.amount}
					{...money}
					optional
					placeholder="the minimum"
					onchange={(amount) => onchange({ ...happening, amount })}
					onenter={onclose}
				/>
			</span>
		{:else if happening.kind === 'rate'}
			<span class="label">Annual rate</span>
			<span data-first>
				<TypedField
					label="New annual rate"
					value={fresh ? null : happening.annual}
					{...rateText(writing)}
					onchange={(annual) => annual !== null && onchange({ ...happening, annual })}
					onenter={onclose}
				/>
			</span>
		{/if}
		<span class="label"
			>{happening.kind === 'extra' || happening.kind === 'skip' ? 'On' : 'From'}</span
		>
		<TypedField
			label="Date of what happens"
			value={happening.date}
			{...date}
			onchange={(day) => day !== null && onchange({ ...happening, date: day })}
			onenter={onclose}
		/>
		{#if 'perYear' in happening}
			<span class="label">How often</span>
			<Choice
				label="How often it happens"
				value={String(perYear)}
				options={recurrences}
				onchange={repeat}
			/>
			{#if perYear > 0}
				<span class="label">Until</span>
				<TypedField
					label="Last date of what happens"
					value={happening.until}
					{...date}
					optional
					placeholder="to the end"
					onchange={(until) => onchange({ ...happening, until })}
					onenter={onclose}
				/>
			{/if}
		{/if}
		{#if happening.kind === 'charge'}
			<span class="label">Which is</span>
			<Choice
				label="Purchase or fee"
				value={happening.fee ? 'fee' : 'charge'}
				options={[
					{ value: 'fee', words: 'a fee' },
					{ value: 'charge', words: 'a purchase' }
				]}
				onchange={(kind) => onchange({ ...happening, fee: kind === 'fee' })}
			/>
		{/if}
		{#if happening.kind === 'rate' && debt.asked.kind === 'level'}
			<span class="label">Equal payment</span>
			<Choice
				label="What the rate does to the payment"
				value={happening.reamortize ? 'anew' : 'stays'}
				options={[
					{ value: 'stays', words: 'stays as it is' },
					{ value: 'anew', words: 'is set anew over the payments left' }
				]}
				onchange={(choice) => onchange({ ...happening, reamortize: choice === 'anew' })}
			/>
		{/if}
	</div>
	<p class="acts">
		{#if fresh && happening.kind === 'skip'}
			<button type="button" onclick={() => onchange(happening)}>Add the missed payment</button>
		{:else if fresh && happening.kind === 'payment'}
			<button type="button" onclick={() => onchange(happening)}
				>Add: the minimum from then on</button
			>
		{:else if !fresh}
			<button type="button" onclick={() => onchange({ ...happening, off: !happening.off })}>
				{happening.off ? 'Switch on' : 'Switch off'}
			</button>
			<button type="button" onclick={onremove}>Delete</button>
		{/if}
	</p>
</Note>
