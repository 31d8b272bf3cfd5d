<!-- The keys of the screen that is open, beside a button and with `?`. -->
<script lang="ts">
	import { page } from '$app/state';
	import { may } from '$lib/document/capabilities';
	import type { Person } from '$lib/document/people';
	import { keysOn } from '$lib/words/keys';
	import Keyboard from '@lucide/svelte/icons/keyboard';
	import { isTyping } from '$lib/ui/typing';
	import { t } from '$lib/words/labels/common';

	const keys = $derived(
		keysOn(page.route.id, may((page.data as { person?: Person | null }).person ?? null, 'work'))
	);
	let button = $state<HTMLElement>();
	let isOpen = $state(false);

	function key(event: KeyboardEvent): void {
		if (event.key !== '?' || isTyping(event) || keys.length === 0) return;
		event.preventDefault();
		isOpen = !isOpen;
	}
</script>

<svelte:window onkeydown={key} />
{#if keys.length > 0}
	<button
		type="button"
		aria-label={t('Keys of this screen')}
		title={t('Keys of this screen (?)')}
		aria-expanded={isOpen}
		bind:this={button}
		onclick={() => (isOpen = !isOpen)}
	>
		<Keyboard size={17} aria-hidden="true" />
	</button>
{/if}
{#if isOpen && button}
	{#await import('$lib/ui/Note.svelte') then { default: Note }}
		<Note
			title={t('Keys of this screen')}
			anchor={button}
			onclose={() => {
				isOpen = false;
				button?.focus();
			}}
		>
			<dl>
				{#each keys as { keys: named, does } (does)}
					<dt><kbd>{named}</kbd></dt>
					<dd>{does}</dd>
				{/each}
				<dt><kbd>?</kbd></dt>
				<dd>{t('opens and closes this list')}</dd>
			</dl>
			<p class="guide"><a href="/guide">{t('Read the guide')}</a></p>
			{#await import('./LanguageChoice.svelte') then { default: LanguageChoice }}
				<LanguageChoice />
			{/await}
		</Note>
	{/await}
{/if}

<style>
	button {
		display: inline-flex;
		color: var(--act);
	}

	dl {
		display: grid;
		grid-template-columns: auto 1fr;
		gap: 4px 14px;
	}

	dt {
		white-space: nowrap;
	}

	dd {
		margin: 0;
	}

	.guide {
		margin-top: 12px;
	}

	.guide a {
		color: var(--act);
		font-weight: 600;
		text-decoration: none;
	}
</style>
