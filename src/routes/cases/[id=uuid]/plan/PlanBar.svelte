<!-- Which plan this is: chosen from the case's plans, named, added from a start, deleted. -->
<script lang="ts">
	import { SCREEN } from '$lib/reading/writing';
	import type { PlanStart } from '$lib/desk/plan-entry';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { readLabel } from '$lib/reading/names';
	import type { chosenPlan, PlanEntry } from '$lib/document/plan';
	import Choice from '$lib/ui/Choice.svelte';
	import Note from '$lib/ui/Note.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import Check from '@lucide/svelte/icons/check';
	import Pencil from '@lucide/svelte/icons/pencil';
	import Plus from '@lucide/svelte/icons/plus';
	import Trash2 from '@lucide/svelte/icons/trash-2';
	import { tick } from 'svelte';
	import NewPlanNote from './NewPlanNote.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		plan: PlanEntry;
		plans: readonly PlanEntry[];
		/** The plan that is chosen with the client, and whether it has been changed since. */
		chosen: ReturnType<typeof chosenPlan>;
		onpick: (id: string) => void;
		onadd: (start: PlanStart) => void;
		onrename: (name: string) => void;
		onremove: () => void;
	}
	const { plan, plans, chosen, onpick, onadd, onrename, onremove }: Props = $props();

	let bar = $state<HTMLElement>();
	let renaming = $state(false);
	let starting = $state.raw<HTMLElement | null>(null);
	let removing = $state.raw<HTMLElement | null>(null);

	/** The focus is on the plan that was renamed. */
	async function endRenaming(): Promise<void> {
		renaming = false;
		await tick();
		bar?.querySelector('select')?.focus();
	}

	function start(value: PlanStart): void {
		starting = null;
		onadd(value);
	}

	function close(): void {
		const anchor = starting;
		starting = null;
		anchor?.focus();
	}
</script>

<div class="bar" bind:this={bar}>
	<span class="label">{t('Plan')}</span>
	{#if renaming}
		<span class="name">
			<TypedField
				label={t('Name of the plan')}
				value={plan.name}
				read={(typed) => readLabel(typed, SCREEN, 'plan')}
				write={(text) => text}
				onchange={(name) => name !== null && onrename(name)}
				onenter={endRenaming}
				onescape={endRenaming}
				autofocus
			/>
		</span>
	{:else}
		<span class="name">
			<Choice
				label={t('The plan')}
				value={plan.id}
				options={plans.map(({ id, name }) => ({ value: id, words: name }))}
				onchange={onpick}
			/>
		</span>
	{/if}
	{#if chosen?.plan.id === plan.id}
		<span class="chosen">
			<Check size={14} aria-hidden="true" />
			{t('chosen', { changed: chosen.changed ? 'yes' : 'no' })}
		</span>
	{/if}
	<button type="button" aria-pressed={renaming} onclick={() => (renaming = !renaming)}>
		<Pencil size={13} aria-hidden="true" />
		{t('Rename')}
	</button>
	<button
		type="button"
		disabled={plans.length === 1}
		title={plans.length === 1
			? t('A case needs at least one plan')
			: t('Delete this plan (undo restores it)')}
		onclick={(event) => {
			if (chosen?.plan.id === plan.id) removing = event.currentTarget;
			else onremove();
		}}
	>
		<Trash2 size={13} aria-hidden="true" />
		{t('Delete')}
	</button>
	<button
		type="button"
		class="new"
		disabled={plans.length >= LIMITS.plans}
		onclick={(event) => (starting = event.currentTarget)}
	>
		<Plus size={14} aria-hidden="true" />
		{t('New plan')}
	</button>
</div>

{#if removing}
	<Note
		title={t('Delete the chosen plan?')}
		anchor={removing}
		onclose={() => {
			removing?.focus();
			removing = null;
		}}
	>
		<p>
			{t('“{name}” is the plan chosen with the …', { name: plan.name })}
		</p>
		<p class="acts">
			<button
				type="button"
				data-first
				onclick={() => {
					removing = null;
					onremove();
				}}>{t('Delete it')}</button
			>
		</p>
	</Note>
{/if}
{#if starting}
	<NewPlanNote anchor={starting} copyOf={plan.name} onstart={start} onclose={close} />
{/if}

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 14px;
		align-items: center;
		margin: -6px 0 4px;
		font-size: 14px;
	}

	.label {
		color: var(--quiet);
	}

	.name {
		width: 250px;
		font-weight: 600;
	}

	.name :global(select) {
		font-weight: 600;
	}

	.chosen {
		display: inline-flex;
		gap: 3px;
		align-items: center;
		color: var(--act);
		font-weight: 600;
	}

	button {
		display: inline-flex;
		gap: 4px;
		align-items: center;
		color: var(--act);
	}

	button:disabled {
		color: var(--quiet);
	}

	.bar > button {
		min-height: var(--target);
		white-space: nowrap;
	}

	.new {
		margin-inline-start: auto;
		font-weight: 600;
	}
</style>
