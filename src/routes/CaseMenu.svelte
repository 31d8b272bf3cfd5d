<!-- What can be done with a case where its line has no room for buttons: each in words, large enough for a finger. -->
<script lang="ts">
	import Note from '$lib/ui/Note.svelte';
	import { t } from '$lib/words/labels/casebook';

	interface Props {
		caseId: string;
		label: string;
		anchor: HTMLElement;
		/** Each is null where it is not the person’s to do. */
		onrename: (() => void) | null;
		onhold: (() => void) | null;
		onremove: (() => void) | null;
		onclose: () => void;
	}
	const { caseId, label, anchor, onrename, onhold, onremove, onclose }: Props = $props();
</script>

{#snippet act(words: string, does: (() => void) | null)}
	{#if does}
		<button
			type="button"
			onclick={() => {
				// What it does is known as long as the menu is there.
				does();
				onclose();
			}}>{words}</button
		>
	{/if}
{/snippet}

<Note title={label} {anchor} {onclose}>
	<div class="menu">
		{@render act(t('Rename'), onrename)}
		{@render act(t('Hand over or share'), onhold)}
		<a href="/api/cases/file?id={caseId}" download>{t('Export (JSON)')}</a>
		{@render act(t('Delete'), onremove)}
	</div>
</Note>

<style>
	.menu {
		display: grid;
		min-width: 200px;
	}

	.menu > * {
		min-height: 44px;
		align-content: center;
		color: var(--act);
		font-weight: 600;
		text-align: start;
		text-decoration: none;
	}
</style>
