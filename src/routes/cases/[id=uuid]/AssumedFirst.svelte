<!-- Shows its content after a question where a plan has assumed terms. -->
<script lang="ts">
	import type { CaseDocument } from '$lib/document/case';
	import { writingOf } from '$lib/reading/writing';
	import { assumedInWords } from '$lib/words/changes';
	import { planDebtName } from '$lib/words/plan';
	import type { Snippet } from 'svelte';
	import { t } from '$lib/words/labels/case';

	interface Props {
		document: CaseDocument;
		/** The plan, by its identifier; another one is asked about anew. */
		plan: string;
		children: Snippet;
	}
	const { document, plan, children }: Props = $props();

	const writing = $derived(writingOf(document));
	const entry = $derived(document.plans.find(({ id }) => id === plan));
	const assumed = $derived(
		entry && assumedInWords(entry.changes, (id) => planDebtName(document, id, writing), writing)
	);
	/** The plan and assumed terms that were confirmed. */
	let agreedTo = $state<string | null>(null);
	const question = $derived(assumed ? `${plan} ${assumed}` : null);
</script>

{#if question !== null && agreedTo !== question}
	<p class="question" role="alert">
		<strong>{t('Some terms of this plan are not …')}</strong>
		{t('Assumed: {assumed}. The client handout says so', { assumed: assumed ?? '' })}
		<button type="button" onclick={() => (agreedTo = question)}
			>{t('Hand out with assumed terms')}</button
		>
	</p>
{:else}
	{@render children()}
{/if}

<style>
	.question {
		display: grid;
		gap: 6px;
		justify-items: start;
		font-size: 14px;
	}

	button {
		color: var(--act);
		font-weight: 600;
	}
</style>
