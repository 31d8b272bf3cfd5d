<!-- Whether a plan keeps each deadline of deferred interest, and what it costs where it does not. -->
<script lang="ts">
	import { deadlinesIn } from '$lib/core/plan/deadlines';
	import type { CaseDesk } from '$lib/desk/case-desk.svelte';
	import { keepingDeadlines } from '$lib/desk/plan-entry';
	import type { PlanInHand } from '$lib/desk/plan-in-hand.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import ShortLine from '$lib/ui/ShortLine.svelte';
	import { deadlineSentence, keepingInWords } from '$lib/words/account';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		desk: CaseDesk;
		hand: PlanInHand;
	}
	const { desk, hand }: Props = $props();

	const { writing, nameOf } = $derived(hand);
	const deadlines = $derived(deadlinesIn(hand.debts, hand.plan));
	/** Whether the plan keeps them already, as far as its money goes. */
	const isKeeping = (id: string) =>
		hand.entry.changes.some((change) => change.kind === 'deadline' && change.debts.includes(id));

	/** The plan pays the debt enough to keep its deadlines; other plans, and the debt, stay as they are. */
	function keep(id: string): void {
		desk.before.varyPlan(hand.entry.id, t('deadline'), {
			changes: keepingDeadlines(hand.entry.changes, id)
		});
	}
</script>

{#each deadlines as debt (debt.id)}
	{@const entry = desk.debt(debt.id)}
	{#each debt.outcomes as outcome (outcome.id)}
		<ShortLine>
			{nameOf(debt.id)}: <Phrases sentence={deadlineSentence(outcome, writing)} />
			{#if !outcome.isKept && debt.keeping && entry && !isKeeping(debt.id)}
				<button type="button" onclick={() => keep(debt.id)}
					>{keepingInWords(debt.keeping.atLeast.amount, entry, writing)}</button
				>
			{/if}
		</ShortLine>
	{/each}
{/each}
