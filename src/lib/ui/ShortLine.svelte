<!-- A line below the answer that says what is not covered or not possible, with what can be done about it. -->
<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		/** Whether it is told at once, as what stops something. */
		alert?: boolean;
		/** The text, then buttons. */
		children: Snippet;
	}
	const { alert = false, children }: Props = $props();
</script>

<p class="short" class:refused={alert} role={alert ? 'alert' : undefined}>
	{@render children()}
</p>

<style>
	.short {
		margin-top: 8px;
		padding-inline-start: 12px;
		border-inline-start: 3px solid var(--ink);
	}

	.short :global(button) {
		margin-inline-start: 10px;
		color: var(--act);
		font-weight: 600;
	}
</style>
