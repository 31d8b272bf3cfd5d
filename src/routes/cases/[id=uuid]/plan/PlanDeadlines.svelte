<!-- Whether a plan keeps each deadline of deferred interest, and what it costs where it does not. -->
<script lang="ts">
	import { deadlinesIn, type PlanDeadlines } from '$lib/core/plan/deadlines';
	import type { CaseDesk } from '$lib/desk/case-desk.svelte';
	import { keptDeadlines } from '$lib/document/balances';
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

	/** The debt pays at least what keeps its deadlines, up to the last of them. */
	function keep({ id, keeping }: PlanDeadlines): void {
		const debt = desk.debt(id);
		if (!keeping || !debt) return;
		desk.before.varyPlannedDebt(hand.entry.id, id, t('deadline'), {
			atLeast: keptDeadlines(debt, keeping.atLeast.amount)
		});
	}
</script>

{#each deadlines as debt (debt.id)}
	{@const entry = desk.debt(debt.id)}
	{#each debt.outcomes as outcome (outcome.id)}
		<ShortLine>
			{nameOf(debt.id)}: <Phrases sentence={deadlineSentence(outcome, writing)} />
			{#if !outcome.isKept && debt.keeping && entry}
				<button type="button" onclick={() => keep(debt)}
					>{keepingInWords(debt.keeping.atLeast.amount, entry, writing)}</button
				>
			{/if}
		</ShortLine>
	{/each}
{/each}
