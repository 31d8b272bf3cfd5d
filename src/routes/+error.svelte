<script lang="ts">
	import { page } from '$app/state';
	import { loadAnew } from '$lib/desk/requests';
	import TopLine from '$lib/ui/TopLine.svelte';
	import NotOpened from './NotOpened.svelte';

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
</script>

<svelte:head><title>Residuum</title></svelte:head>

<TopLine
	path={[
		{ name: 'Casebook', href: '/' },
		{ name: title, href: page.url.pathname }
	]}
/>
<NotOpened {title} why={text} {remedy} {...missing ? {} : { onagain: loadAnew }} />
