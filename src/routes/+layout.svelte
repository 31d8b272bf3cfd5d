<script lang="ts">
	import '@fontsource-variable/literata';
	import '@fontsource-variable/literata/wght-italic.css';
	import '@fontsource-variable/source-sans-3';
	import '$lib/ui/paper.css';
	import { afterNavigate } from '$app/navigation';
	import { navigating } from '$app/state';
	import { loadAnew } from '$lib/desk/requests';
	import { pageRequests } from '$lib/desk/page-requests.svelte';
	import { onSignedOut } from '$lib/desk/session';
	import Notice from '$lib/ui/Notice.svelte';
	import { putInTopLine } from '$lib/ui/top-line';
	import { onMount, tick } from 'svelte';
	import ScreenKeys from './ScreenKeys.svelte';
	import type { LayoutProps } from './$types';
	import { t } from '$lib/words/labels/common';

	const { data, children }: LayoutProps = $props();

	putInTopLine(() => end);

	/** The session ended while a page was open: whoever it was signs in again right here. */
	let isSignedOut = $state(false);

	// Who has gone elsewhere waits no longer for what had no answer.
	afterNavigate(() => pageRequests.giveUp());

	/** Another page is being opened, and that takes long enough to be said. */
	let isSlow = $state(false);
	$effect(() => {
		if (!navigating.to) return;
		const soon = setTimeout(() => (isSlow = true), 400);
		return () => {
			clearTimeout(soon);
			isSlow = false;
		};
	});

	// From here on the page answers to keys and clicks, also what is drawn only in it, and nothing moves any more: whatever
	// drives it can wait for that.
	onMount(() => {
		const forget = onSignedOut(() => (isSignedOut = data.person !== null));
		void tick()
			.then(() => document.fonts.ready)
			.then(() => document.documentElement.setAttribute('data-open', ''));
		return forget;
	});
</script>

<!-- A page that comes back as it was left may no longer be this browser’s to see: the server is asked again. -->
<svelte:window onpageshow={(event) => event.persisted && location.reload()} />

{#snippet end()}
	<ScreenKeys />
	{#if data.person}
		{#await import('./PersonButton.svelte') then { default: PersonButton }}
			<PersonButton person={data.person} />
		{/await}
	{/if}
{/snippet}

{@render children()}
{#if pageRequests.hasLost}
	<Notice
		text={t('The server is not responding. This page …')}
		act={t('Try again')}
		onact={() => pageRequests.again()}
		onclose={() => pageRequests.giveUp()}
	/>
{:else if pageRequests.lacksCode}
	<Notice
		text={t('The server is not responding, and part …')}
		act={t('Try again')}
		onact={loadAnew}
		onclose={() => (pageRequests.lacksCode = false)}
	/>
{:else if isSlow}
	<p class="opening screen-only" role="status">{t('Opening …')}</p>
{/if}
{#if isSignedOut && data.person}
	{#await import('./SignInAgain.svelte') then { default: SignInAgain }}
		<SignInAgain
			person={data.person}
			hasDirectory={data.hasDirectory}
			onsigned={() => (isSignedOut = false)}
		/>
	{/await}
{/if}

<style>
	/* Where notices are, and over nothing that could be clicked. */
	.opening {
		position: fixed;
		z-index: 30;
		bottom: 20px;
		left: 50%;
		padding: 4px 14px;
		border: 1px solid var(--hairline);
		border-radius: 3px;
		background: var(--sheet);
		color: var(--quiet);
		pointer-events: none;
		transform: translateX(-50%);
	}
</style>
