<!-- A case and all that is shown of it. What is large comes after its page. -->
<script lang="ts">
	import { page } from '$app/state';
	import { openCase } from '$lib/desk/requests';
	import type { CaseState } from '$lib/document/case';
	import TopLine from '$lib/ui/TopLine.svelte';
	import { onMount } from 'svelte';
	import type { LayoutProps } from './$types';
	import NotOpened from '../../NotOpened.svelte';
	import CaseRoom from './CaseRoom.svelte';
	import { t } from '$lib/words/labels/case';

	const { data, children }: LayoutProps = $props();

	let inPage = $state(false);
	onMount(() => {
		inPage = true;
	});

	let came = $state.raw<CaseState | null>(null);
	let problem = $state.raw<string | null>(null);
	const opened = $derived(data.state ?? (came?.id === page.params.id ? came : null));

	$effect(() => {
		if (opened === null && page.params.id !== undefined) void open(page.params.id);
	});
	async function open(id: string): Promise<void> {
		problem = null;
		const answer = await openCase(id);
		if (id !== page.params.id) return;
		if (answer.kind === 'done') came = answer.value;
		else
			problem = ('message' in answer ? answer.message : null) ?? t('The server is not responding');
	}
</script>

{#snippet inside()}
	<!-- Figures are computed where they are looked at: the server, which answers everybody, computes none. -->
	{#if inPage}
		{@render children()}
	{:else}
		<main><p class="opening">{t('Opening the case …')}</p></main>
	{/if}
{/snippet}

{#if opened}
	<CaseRoom
		state={opened}
		person={data.person}
		givesOut={data.givesOut}
		today={data.today}
		children={inside}
	/>
{:else}
	<TopLine path={[{ name: t('Casebook'), href: '/' }]} />
	{#if problem === null}
		<main><p class="opening">{t('Opening the case …')}</p></main>
	{:else}
		<NotOpened
			title={t('The case did not open')}
			why={t('The case could not be opened')}
			remedy={problem}
			onagain={() => open(page.params.id ?? '')}
		/>
	{/if}
{/if}

<style>
	.opening {
		padding: 26px 24px;
		color: var(--quiet);
	}
</style>
