<!-- A quiet button that is only an icon; what it does is said in its title and for a screen reader. -->
<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		title: string;
		label: string;
		onclick: () => void;
		children: Snippet;
	}
	const { title, label, onclick, children }: Props = $props();
</script>

<button type="button" {title} {onclick}>
	{@render children()}<span class="unseen">{label}</span>
</button>

<style>
	button {
		display: grid;
		place-items: center;
		width: 28px;
		height: 28px;
		color: var(--quiet);
	}

	button:hover,
	button:focus-visible {
		color: var(--act);
	}
</style>
