<!-- Something that has been read and is not taken yet: Enter takes all of it, Escape none. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import { keysNamed } from '$lib/words/keys';
	import { t } from '$lib/words/labels/common';

	interface Props {
		children: Snippet;
		/** Whether there is something to take, and nothing left to be asked. */
		ready: boolean;
		ontake: () => void;
		onclose: () => void;
	}
	const { children, ready, ontake, onclose }: Props = $props();

	function key(event: KeyboardEvent): void {
		const chosen = event.target instanceof HTMLButtonElement;
		if (event.key === 'Escape' && !event.defaultPrevented) onclose();
		else if (event.key === 'Enter' && ready && !chosen) ontake();
		else return;
		event.preventDefault();
	}

	const opened = (section: HTMLElement) => section.focus();
</script>

<!-- The keys belong to what is inside; the section only hears them on their way up. -->
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<section aria-label={t('Not imported yet')} tabindex="0" onkeydown={key} {@attach opened}>
	{@render children()}
	<p>
		<button type="button" class="take filled" disabled={!ready} onclick={ontake}
			>{t('Import all')}<kbd aria-hidden="true">{keysNamed('Enter')}</kbd></button
		>
		<button type="button" class="none" onclick={onclose}
			>{t('Cancel')}<kbd aria-hidden="true">Esc</kbd></button
		>
	</p>
</section>

<style>
	section {
		padding: 12px 0 14px;
		border-top: 2px solid var(--act);
		border-bottom: 1px solid var(--hairline);
	}

	section:focus {
		outline: none;
	}

	section:focus-visible {
		border-top-width: 4px;
		padding-top: 10px;
	}

	p {
		display: flex;
		gap: 22px;
		align-items: center;
		margin-top: 10px;
	}

	.none {
		color: var(--act);
		font-weight: 600;
	}

	kbd {
		margin-inline-start: 8px;
		border-color: currentcolor;
	}
</style>
