<!-- Whether each deadline of deferred interest is kept, and the amount that keeps it. -->
<script lang="ts">
	import { deadlineFor, deadlineOutcomes } from '$lib/core/debt/deadline';
	import type { Carried } from '$lib/core/debt/ways';
	import { keptDeadlines } from '$lib/document/balances';
	import type { DebtEntry } from '$lib/document/debt';
	import type { Writing } from '$lib/reading/writing';
	import Phrases from '$lib/ui/Phrases.svelte';
	import ShortLine from '$lib/ui/ShortLine.svelte';
	import { atLeastInWords, deadlineSentence, keepingInWords } from '$lib/words/account';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		/** The way that is looked at. */
		carried: Carried;
		writing: Writing;
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
	}
	const { debt, carried, writing, onchange }: Props = $props();

	const outcomes = $derived(deadlineOutcomes(carried.terms, carried.run));
	const isMissed = $derived(outcomes.some(({ isKept }) => !isKept));
	const keeping = $derived(isMissed ? deadlineFor(carried.terms) : null);

	function keep(): void {
		if (!keeping) return;
		onchange(t('deadline'), { atLeast: keptDeadlines(debt, keeping.atLeast.amount) });
	}
</script>

{#each outcomes as outcome (outcome.id)}
	<ShortLine>
		<Phrases sentence={deadlineSentence(outcome, writing)} />
		{#if !outcome.isKept && keeping}
			<button type="button" onclick={keep}
				>{keepingInWords(keeping.atLeast.amount, debt, writing)}</button
			>
		{:else if outcome.isKept && debt.atLeast}
			<span class="at-least">{atLeastInWords(debt.atLeast, writing)}</span>
			<button type="button" onclick={() => onchange(t('deadline'), { atLeast: null })}
				>{t('Stop keeping it')}</button
			>
		{/if}
	</ShortLine>
{/each}

<style>
	.at-least {
		color: var(--quiet);
	}
</style>
