<!-- A small form: fields in one line, each with its name above (`.name`), and the button that does what it is for. -->
<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		/** How wide a text field is, in pixels. */
		width?: number;
		onsubmit: (event: SubmitEvent) => unknown;
		children: Snippet;
	}
	const { width = 260, onsubmit, children }: Props = $props();
</script>

<form style:--field="{width}px" {onsubmit}>{@render children()}</form>

<style>
	form {
		display: flex;
		flex-wrap: wrap;
		gap: 12px 22px;
		align-items: end;
	}

	form :global(.name) {
		display: block;
		margin-bottom: 3px;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	form :global(input:not([type='checkbox'])) {
		width: var(--field);
		max-width: 100%;
		height: 30px;
		padding: 0 8px;
		border: 0;
		border-bottom: 1px solid var(--act);
		border-radius: 2px 2px 0 0;
		background: var(--sheet);
	}

	form :global(button[type='submit']:not(.filled)) {
		height: 30px;
		color: var(--act);
		font-weight: 600;
	}

	form :global(fieldset) {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 16px;
		margin: 0;
		padding: 0;
		border: 0;
	}

	form :global(fieldset label) {
		display: flex;
		gap: 6px;
		align-items: center;
		min-height: 30px;
	}

	form :global(fieldset input) {
		accent-color: var(--act);
	}
</style>
