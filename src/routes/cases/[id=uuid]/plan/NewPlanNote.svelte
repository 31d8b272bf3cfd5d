<!-- The starting points of a new plan. -->
<script lang="ts">
	import { PLAN_STARTS, type PlanStart } from '$lib/desk/plan-entry';
	import Note from '$lib/ui/Note.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		anchor: HTMLElement;
		/** The plan that a copy is made of. */
		copyOf: string;
		onstart: (start: PlanStart) => void;
		onclose: () => void;
	}
	const { anchor, copyOf, onstart, onclose }: Props = $props();
</script>

<Note title={t('Start the new plan from')} {anchor} {onclose}>
	<ul>
		{#each PLAN_STARTS as { value, words } (value)}
			<li>
				<button type="button" data-start={value} onclick={() => onstart(value)}
					>{words}{value === 'copy' ? ` “${copyOf}”` : ''}</button
				>
			</li>
		{/each}
	</ul>
</Note>

<style>
	ul {
		display: grid;
		gap: 6px;
		list-style: none;
	}

	button {
		color: var(--act);
		font-weight: 600;
	}
</style>
