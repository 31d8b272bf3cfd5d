<!-- A few named fields one below the other, what is wrong with them, and what sends them. -->
<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		/** The label of the button, and its label while submitting. */
		submit: string;
		busy: string;
		problem: string | null;
		onsubmit: () => Promise<void>;
		/** Labels, each with its name in a `span` and its field; given is what the problem is known by. */
		children: Snippet<[string]>;
	}
	const { submit, busy, problem, onsubmit, children }: Props = $props();

	const problemId = $props.id();
	let isAsking = $state(false);

	async function send(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		isAsking = true;
		await onsubmit();
		isAsking = false;
	}
</script>

<form onsubmit={send}>
	{@render children(problemId)}
	<p id={problemId} role="alert">{problem ?? ''}</p>
	<button type="submit" class="filled" disabled={isAsking}>{isAsking ? busy : submit}</button>
</form>

<style>
	form {
		display: grid;
		gap: 14px;
		width: min(340px, 100%);
	}

	form :global(label > span) {
		display: block;
		margin-bottom: 3px;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	form :global(input) {
		width: 100%;
		height: 34px;
		min-height: var(--target);
		padding: 0 8px;
		border: 0;
		border-bottom: 1px solid var(--act);
		border-radius: 2px 2px 0 0;
		background: var(--sheet);
	}

	form :global(input[readonly]) {
		border-bottom-color: var(--hairline);
		background: none;
	}

	/* Its room is kept: the button stays where it is. */
	p {
		min-height: 2.8em;
		margin: 0;
	}

	button {
		justify-self: start;
	}
</style>
