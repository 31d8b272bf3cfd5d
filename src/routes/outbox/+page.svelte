<!-- The outbox over all cases: the stand-in for mail. -->
<script lang="ts">
	import { SCREEN } from '$lib/reading/writing';
	import Answer from '$lib/ui/Answer.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import { outboxSentence } from '$lib/words/mail';
	import MessageLines from '../MessageLines.svelte';
	import type { PageProps } from './$types';
	import { t } from '$lib/words/labels/outbox';

	const { data }: PageProps = $props();
</script>

<svelte:head><title>{t('Outbox')} · Residuum</title></svelte:head>
<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: t('Outbox'), href: '/outbox' }
	]}
/>
<main>
	<h1 class="unseen">{t('Outbox')}</h1>
	<Answer sentence={outboxSentence(data.messages.length, SCREEN)} />
	{#if data.messages.length > 0}<MessageLines messages={data.messages} withClient />{/if}
</main>

<style>
	main {
		display: grid;
		gap: 22px;
		padding: 26px 24px;
	}
</style>
