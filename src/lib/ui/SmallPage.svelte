<!-- A page of one thing: its heading, some sentences, a form. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import TopLine from './TopLine.svelte';

	interface Props {
		name: string;
		href: string;
		heading?: string;
		children: Snippet;
	}
	const { name, href, heading = name, children }: Props = $props();
</script>

<svelte:head><title>{name} · Residuum</title></svelte:head>
<TopLine path={[{ name, href }]} />
<main>
	<h1>{heading}</h1>
	{@render children()}
</main>

<style>
	main {
		max-width: 560px;
		padding: 60px 24px;
	}

	h1 {
		margin: 0 0 4px;
		font: 700 30px/1.3 var(--serif);
	}

	main > :global(p) {
		margin: 0 0 20px;
	}

	main > :global(.help) {
		margin: 28px 0 0;
		color: var(--quiet);
	}
</style>
