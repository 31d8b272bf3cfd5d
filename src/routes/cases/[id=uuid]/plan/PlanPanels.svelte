<!-- The panels beside the plan: budget sheet, cheapest order, stress test. -->
<script module lang="ts">
	export type Panel = 'sheet' | 'search' | 'sure' | null;
</script>

<script lang="ts">
	import type { CaseDesk } from '$lib/desk/case-desk.svelte';
	import type { PlanInHand } from '$lib/desk/plan-in-hand.svelte';
	import type { PlanEntry } from '$lib/document/plan';
	import StressTest from './StressTest.svelte';
	import BudgetSheet from './BudgetSheet.svelte';
	import OrderSearch from './OrderSearch.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		panel: Panel;
		hand: PlanInHand;
		desk: CaseDesk;
		onmoney: (budget: PlanEntry['budget']) => void;
		/** The debts in an order that was found. */
		onlist: (ids: readonly string[]) => void;
		onclose: () => void;
	}
	const { panel, hand, desk, onmoney, onlist, onclose }: Props = $props();
	const { debts, listed, plan, terms, writing, nameOf } = $derived(hand);
</script>

{#if panel === 'sheet'}
	<BudgetSheet
		sheet={desk.document.sheet}
		money={plan.kept[plan.begins - 1]?.paid ?? hand.usualMoney}
		{writing}
		onchange={(to) => desk.change(t('budget sheet'), (document) => ({ ...document, sheet: to }))}
		onuse={(left) => onmoney({ kind: 'constant', amount: left })}
		{onclose}
	/>
{:else if panel === 'search' && debts.length > 0}
	<OrderSearch {debts} {terms} {plan} {listed} {nameOf} {writing} onuse={onlist} {onclose} />
{:else if panel === 'sure' && debts.length > 0}
	<StressTest {debts} {terms} firstMonth={hand.firstMonth} {nameOf} {writing} {onclose} />
{/if}
