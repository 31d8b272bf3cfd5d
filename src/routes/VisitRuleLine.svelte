<!-- Which cases want a visit: how many, by which rule, and whether they alone are shown. -->
<script lang="ts">
	import type { VisitRule } from '$lib/document/standing';
	import { SCREEN } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import { monthsChoices, offChoices, wantCount } from '$lib/words/visits';

	interface Props {
		/** How many want one. */
		count: number;
		rule: VisitRule;
		only: boolean;
		ononly: (only: boolean) => void;
		onrule: (rule: VisitRule) => void;
	}
	const { count, rule, only, ononly, onrule }: Props = $props();
</script>

<p>
	<button type="button" aria-pressed={only} onclick={() => ononly(!only)}
		>{only ? 'Show all cases' : wantCount(count, SCREEN)}</button
	>
	<span>nothing read for</span>
	<Choice
		label="Nothing read for"
		value={String(rule.months)}
		options={monthsChoices(SCREEN)}
		onchange={(months) => onrule({ ...rule, months: Number(months) })}
	/>
	<span>or further from the plan than</span>
	<Choice
		label="Further from the plan than"
		value={String(rule.off)}
		options={offChoices(SCREEN)}
		onchange={(off) => onrule({ ...rule, off: off === 'null' ? null : Number(off) })}
	/>
</p>

<style>
	p {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 10px;
		align-items: center;
		margin-bottom: 8px;
		color: var(--quiet);
		font-size: 14px;
	}

	button {
		color: var(--act);
		font-weight: 600;
	}
</style>
