<script lang="ts">
	import { page } from '$app/state';
	import Answer from '$lib/ui/Answer.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';

	const missing = $derived(page.status === 404);
	const text = $derived(
		missing
			? 'There is nothing at this address: the case or debt may have been deleted.'
			: (page.error?.message ?? 'Something went wrong here.')
	);
	const remedy = $derived(
		missing
			? 'A deletion can be taken back from the casebook right after it was made.'
			: page.error?.remedy
	);
</script>

<svelte:head><title>Residuum</title></svelte:head>

<TopLine
	path={[
		{ name: 'Casebook', href: '/' },
		{ name: 'Not found', href: page.url.pathname }
	]}
/>
<main>
	<h1 class="unseen">{missing ? 'Not found' : 'Something went wrong'}</h1>
	<Answer sentence={[{ text }]} />
	{#if remedy}<p>{remedy}</p>{/if}
	<p><a href="/">Open the casebook</a></p>
</main>

<style>
	main {
		display: grid;
		gap: 12px;
		padding: 40px 24px;
	}
</style>
