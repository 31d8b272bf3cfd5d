<script lang="ts">
	import '@fontsource-variable/literata';
	import '@fontsource-variable/literata/wght-italic.css';
	import '@fontsource-variable/source-sans-3';
	import '$lib/ui/paper.css';
	import { onSignedOut } from '$lib/desk/session';
	import { putInTopLine } from '$lib/ui/top-line';
	import { onMount, tick } from 'svelte';
	import type { LayoutProps } from './$types';

	const { data, children }: LayoutProps = $props();

	putInTopLine(() => (data.person ? who : null));

	/** The session ended while a page was open: whoever it was signs in again right here. */
	let isSignedOut = $state(false);

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

{#snippet who()}
	{#if data.person}
		{#await import('./PersonButton.svelte') then { default: PersonButton }}
			<PersonButton person={data.person} />
		{/await}
	{/if}
{/snippet}

{@render children()}
{#if isSignedOut && data.person}
	{#await import('./SignInAgain.svelte') then { default: SignInAgain }}
		<SignInAgain person={data.person} onsigned={() => (isSignedOut = false)} />
	{/await}
{/if}
