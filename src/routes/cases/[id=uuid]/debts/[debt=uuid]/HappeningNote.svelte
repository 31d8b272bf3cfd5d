<!-- One thing that happens over time, with all that can be said of it; a new one counts once it is added, one that is there as it is typed. -->
<script lang="ts">
	import {
		FREQUENCIES,
		type CalendarDate,
		type PaymentsPerYear
	} from '$lib/core/quantities/calendar';
	import type { Happening } from '$lib/core/debt/happenings';
	import { Draft } from '$lib/desk/draft.svelte';
	import { newHappening } from '$lib/desk/debt-entry';
	import type { DebtEntry, HappeningEntry } from '$lib/document/debt';
	import { frequencyWords } from '$lib/words/amounts';
	import { happeningKind, happeningKinds } from '$lib/words/debt';
	import type { Writing } from '$lib/reading/writing';
	import AddDraft from '$lib/ui/AddDraft.svelte';
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
	const set = (next: HappeningEntry) => draft.set(next);
	const name = (next: HappeningEntry | null) => draft.name(next);
	const enter = () => draft.enter(isReady);

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
		draft.isNamed = false;
		set({ ...newHappening(kind, happening.date, debt), id, off });
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
					value={fresh && !draft.isNamed ? null : happening.amount}
					{...money}
					onchange={(amount) => name(amount === null ? null : { ...happening, amount })}
					onenter={enter}
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
					onchange={(amount) => set({ ...happening, amount })}
					onenter={enter}
				/>
			</span>
		{:else if happening.kind === 'rate'}
			<span class="label">Annual rate</span>
			<span data-first>
				<TypedField
					label="New annual rate"
					value={fresh && !draft.isNamed ? null : happening.annual}
					{...rateText(writing)}
					onchange={(annual) => name(annual === null ? null : { ...happening, annual })}
					onenter={enter}
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
			onchange={(day) => day !== null && set({ ...happening, date: day })}
			onenter={enter}
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
					onchange={(until) => set({ ...happening, until })}
					onenter={enter}
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
				onchange={(kind) => set({ ...happening, fee: kind === 'fee' })}
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
				onchange={(choice) => set({ ...happening, reamortize: choice === 'anew' })}
			/>
		{/if}
	</div>
	<p class="acts">
		{#if fresh}
			<AddDraft
				ready={isReady}
				what={happening.kind === 'skip'
					? 'the missed payment'
					: happening.kind === 'payment' && happening.amount === null
						? 'the minimum from then on'
						: ''}
				onadd={enter}
			/>
		{:else}
			<button type="button" onclick={() => set({ ...happening, off: !happening.off })}>
				{happening.off ? 'Switch on' : 'Switch off'}
			</button>
			<button type="button" onclick={onremove}>Delete</button>
		{/if}
	</p>
</Note>
