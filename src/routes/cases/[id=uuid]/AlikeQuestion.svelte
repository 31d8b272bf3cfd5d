<!-- Asks whether entries of a statement that are alike and have no reference are several or one. -->
<script lang="ts">
	import type { alikeQuestion } from '$lib/words/imports';

	interface Props {
		question: NonNullable<ReturnType<typeof alikeQuestion>>;
		/** Whether they are one and the same; undefined: not answered yet. */
		once: boolean | undefined;
		onanswer: (once: boolean) => void;
	}
	const { question, once, onanswer }: Props = $props();
</script>

<p role="alert">
	{question.words}
	<button type="button" aria-pressed={once === false} onclick={() => onanswer(false)}
		>{question.several}</button
	>
	<button type="button" aria-pressed={once === true} onclick={() => onanswer(true)}
		>{question.one}</button
	>
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
