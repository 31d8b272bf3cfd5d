<!-- The panels beside the plan: cheapest order, whom short months pay first, stress test, who pays how much. -->
<script module lang="ts">
	export type Panel = 'sheet' | 'search' | 'sure' | 'short' | 'who' | 'deposit' | null;
</script>

<script lang="ts">
	import type { PlanInHand } from '$lib/desk/plan-in-hand.svelte';
	import type { DebtKind } from '$lib/core/plan/priority';
	import type { CaseDocument } from '$lib/document/case';
	import type { PlanEntry } from '$lib/document/plan';

	interface Props {
		panel: Panel;
		document: CaseDocument;
		hand: PlanInHand;
		/** The month that is looked at, from 1. */
		month: number;
		onmonth: (month: number) => void;
		onsplit: (split: PlanEntry['split']) => void;
		/** Whether and how it is paid out of one deposit. */
		onprogramme: (programme: PlanEntry['programme']) => void;
		/** The debts in an order that was found. */
		onlist: (ids: readonly string[]) => void;
		/** Whom short months pay first. */
		onshort: (shortOrder: PlanEntry['shortOrder']) => void;
		onkind: (id: string, kind: DebtKind) => void;
		onclose: () => void;
	}
	const { panel, hand, onlist, onshort, onkind, onclose, ...rest }: Props = $props();
	const { document: paper, month, onmonth, onsplit, onprogramme } = $derived(rest);
	const { debts, listed, plan, terms, writing, nameOf } = $derived(hand);
</script>

{#if panel === 'search' && debts.length > 0}
	{#await import('./OrderSearch.svelte') then { default: OrderSearch }}
		<OrderSearch {debts} {terms} {plan} {listed} {nameOf} {writing} onuse={onlist} {onclose} />
	{/await}
{:else if panel === 'short' && debts.length > 0}
	{#await import('./ShortOrder.svelte') then { default: ShortOrder }}
		<ShortOrder
			shortOrder={hand.entry.shortOrder}
			{listed}
			entries={hand.entries}
			{writing}
			onorder={onshort}
			{onkind}
			{onclose}
		/>
	{/await}
{:else if panel === 'who' && paper.people.length > 0}
	{#await import('./WhoPays.svelte') then { default: WhoPays }}
		<WhoPays document={paper} {hand} {month} {onmonth} {onsplit} {onclose} />
	{/await}
{:else if panel === 'deposit' && debts.length > 0}
	{#await import('./DepositPanel.svelte') then { default: DepositPanel }}
		<DepositPanel document={paper} {hand} {month} {onmonth} {onprogramme} {onclose} />
	{/await}
{:else if panel === 'sure' && debts.length > 0}
	{#await import('./StressTest.svelte') then { default: StressTest }}
		<StressTest
			{debts}
			{terms}
			document={paper}
			entry={hand.entry}
			firstMonth={hand.firstMonth}
			{nameOf}
			{writing}
			{onclose}
		/>
	{/await}
{/if}
