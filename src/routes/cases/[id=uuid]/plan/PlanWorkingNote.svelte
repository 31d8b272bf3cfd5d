<!-- The working of a plan's figure, and of those that it is made of, opened in turn. -->
<script lang="ts">
	import type { PlanFigure } from '$lib/core/working/plan-figure';
	import { planWorkingOf } from '$lib/core/working/plan-working';
	import type { Plan, PlannedDebt } from '$lib/core/plan/terms';
	import type { Writing } from '$lib/reading/writing';
	import { writePlanWorking } from '$lib/words/plan-working';
	import WorkingNote from '$lib/ui/WorkingNote.svelte';

	interface Props {
		figure: PlanFigure;
		plan: Plan;
		/** The debts that it is made of. */
		debts: readonly PlannedDebt[];
		/** The baseline. */
		baseline: Plan;
		nameOf: (id: string) => string;
		writing: Writing;
		anchor: HTMLElement;
		onclose: () => void;
	}
	const { figure, plan, debts, baseline, nameOf, writing, anchor, onclose }: Props = $props();

	/** The figures opened from that one, each from the one before. */
	let further = $state.raw<readonly PlanFigure[]>([]);
	const working = $derived.by(() => {
		const found = planWorkingOf({ plan, debts }, baseline, further.at(-1) ?? figure);
		return found && writePlanWorking(found, nameOf, writing);
	});
</script>

{#if working}
	<WorkingNote
		{working}
		{anchor}
		deep={further.length > 0}
		onopen={(next) => (further = [...further, next])}
		onback={() => (further = further.slice(0, -1))}
		{onclose}
	/>
{/if}
