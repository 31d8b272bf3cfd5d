<!-- How the debt came out before it was changed, beside how it comes out now. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { difference } from '$lib/core/debt/difference';
	import { carryOut, type Carried } from '$lib/core/debt/ways';
	import { statedDebt, type DebtEntry } from '$lib/document/debt';
	import type { Writing } from '$lib/reading/writing';
	import BeforeLine from '$lib/ui/BeforeLine.svelte';
	import { beforeSentence } from '$lib/words/debt-answer';

	interface Props {
		before: DebtEntry;
		asOf: CalendarDate;
		/** As it is now. */
		carried: Carried;
		writing: Writing;
		onundo: () => void;
		onkeep: () => void;
	}
	const { before, asOf, carried, writing, onundo, onkeep }: Props = $props();

	const stated = $derived(statedDebt(before, asOf));
	const own = $derived(stated && carryOut(stated, carried.way));
</script>

{#if stated && own}
	<BeforeLine
		sentence={beforeSentence(stated, own, difference(carried.run, own.run), writing)}
		{onundo}
		{onkeep}
	/>
{/if}
