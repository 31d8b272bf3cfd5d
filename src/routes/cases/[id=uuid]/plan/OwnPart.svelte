<!-- Whose debts of the plan are looked at, and what becomes of them. -->
<script lang="ts">
	import { ownDebts } from '$lib/core/plan/who-pays';
	import type { Plan } from '$lib/core/plan/terms';
	import { ALL, isWhose, ownerAmong, type PersonEntry, type Whose } from '$lib/document/household';
	import type { Writing } from '$lib/reading/writing';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { ownDebtsSentence } from '$lib/words/who-pays';
	import WhoseFilter from '../WhoseFilter.svelte';

	interface Props {
		plan: Plan;
		people: readonly PersonEntry[];
		/** Of each debt of the plan, by place: whose it is; null: of all together. */
		owners: readonly (string | null)[];
		whose: Whose;
		writing: Writing;
		onwhose: (whose: Whose) => void;
	}
	const { plan, people, owners, whose, writing, onwhose }: Props = $props();

	const own = $derived(
		ownDebts(plan, (index) => isWhose(people, { owner: owners[index] ?? null }, whose))
	);
</script>

<WhoseFilter {people} {whose} onchange={onwhose} />
{#if whose !== ALL}
	<p>
		<Phrases
			sentence={ownDebtsSentence(own, ownerAmong(people, { owner: whose })?.name ?? null, writing)}
		/>
	</p>
{/if}

<style>
	p {
		padding: 3px 0 1px;
		color: var(--ink);
		font-size: 13.5px;
		line-height: 1.35;
	}
</style>
