<!-- The working of a plan's figure, and of those that it is made of, opened in turn. -->
<script lang="ts">
	import type { PlanFigure } from '$lib/core/plan-figure';
	import { planWorkingOf } from '$lib/core/plan-working';
	import type { Plan } from '$lib/core/planned';
	import type { Currency } from '$lib/formats/money-text';
	import { writePlanWorking } from '$lib/formats/plan-working-text';
	import WorkingNote from '$lib/ui/WorkingNote.svelte';

	interface Props {
		figure: PlanFigure;
		plan: Plan;
		/** What it is measured against. */
		baseline: Plan;
		nameOf: (id: string) => string;
		currency: Currency;
		anchor: HTMLElement;
		onclose: () => void;
	}
	const { figure, plan, baseline, nameOf, currency, anchor, onclose }: Props = $props();

	/** The figures opened from that one, each from the one before. */
	let further = $state.raw<readonly PlanFigure[]>([]);
	const working = $derived.by(() => {
		const found = planWorkingOf(plan, baseline, further.at(-1) ?? figure);
		return found && writePlanWorking(found, nameOf, currency);
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
