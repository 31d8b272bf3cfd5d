<script lang="ts">
	import { page } from '$app/state';
	import { loadAnew } from '$lib/desk/requests';
	import TopLine from '$lib/ui/TopLine.svelte';
	import NotOpened from './NotOpened.svelte';
	import { t } from '$lib/words/labels/common';

	const missing = $derived(page.status === 404);
	const text = $derived(
		missing
			? t('There is nothing at this address. The …')
			: (page.error?.message ?? t('Something went wrong here'))
	);
	const remedy = $derived(missing ? t('You can undo a deletion in the …') : page.error?.remedy);
	const title = $derived(missing ? t('Not found') : t('Something went wrong'));
</script>

<svelte:head><title>Residuum</title></svelte:head>

<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: title, href: page.url.pathname }
	]}
/>
<NotOpened {title} why={text} {remedy} {...missing ? {} : { onagain: loadAnew }} />
