<script lang="ts">
	import { page } from '$app/state';
	import { loadAnew } from '$lib/desk/requests';
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
	const title = $derived(missing ? 'Not found' : 'Something went wrong');

	let isAsking = $state(false);
	async function again(): Promise<void> {
		isAsking = true;
		await loadAnew();
		isAsking = false;
	}
</script>

<svelte:head><title>Residuum</title></svelte:head>

<TopLine
	path={[
		{ name: 'Casebook', href: '/' },
		{ name: title, href: page.url.pathname }
	]}
/>
<main>
	<h1 class="unseen">{title}</h1>
	<Answer sentence={[{ text }]} />
	{#if remedy}<p>{remedy}</p>{/if}
	<p class="ways">
		{#if !missing}
			<button type="button" disabled={isAsking} onclick={again}>Try again</button>
		{/if}
		<a href="/">Open the casebook</a>
	</p>
</main>

<style>
	main {
		display: grid;
		gap: 12px;
		padding: 40px 24px;
	}

	.ways {
		display: flex;
		gap: 18px;
	}

	button {
		color: var(--act);
		font-weight: 600;
	}
</style>
