<!-- Asks which of several balances the difference to a statement's balance belongs to. -->
<script lang="ts">
	import type { balanceQuestion } from '$lib/words/imports';

	interface Props {
		question: NonNullable<ReturnType<typeof balanceQuestion>>;
		/** The balance that was named; undefined: none yet. */
		to: string | undefined;
		onanswer: (to: string) => void;
	}
	const { question, to, onanswer }: Props = $props();
</script>

<p role="alert">
	{question.words}
	{#each question.answers as { id, words } (id)}
		<button type="button" aria-pressed={to === id} onclick={() => onanswer(id)}>{words}</button>
	{/each}
</p>

<style>
	button {
		margin-inline-start: 10px;
		color: var(--act);
		font-weight: 600;
	}

	button[aria-pressed='true'] {
		color: var(--ink);
		text-decoration: underline;
	}
</style>
