<!-- What is owed under each plan over one time axis, and what each costs: interest and fees. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { owedInAll } from '$lib/core/plan/answers';
	import type { Crossing } from '$lib/core/plan/comparison';
	import { comparedInWords, owedUnderEach } from '$lib/words/comparison';
	import { writeMoney, writeWholeMoney } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import { monthIn, monthStart } from '$lib/document/plan';
	import { plain, type Sentence } from '$lib/words/sentence';
	import BalancePicture from '$lib/ui/BalancePicture.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { dayOfMonth } from '$lib/core/plan/over-time';
	import { owedLine, planUntil } from '../plan/plan-lines';
	import type { ShownPlan } from './shown-plans';

	interface Props {
		shown: readonly ShownPlan[];
		/** Where plans cross, in words. */
		crossed: readonly { readonly crossing: Crossing; readonly sentence: Sentence }[];
		asOf: CalendarDate;
		writing: Writing;
		month: number;
		onmonth: (month: number) => void;
	}
	const { shown, crossed, asOf, writing, month, onmonth }: Props = $props();

	/** More plans than these are told by their numbers alone. */
	const NAMED = 4;

	let whole = $state(false);
	const byLength = $derived([...shown].sort((a, b) => a.plan.months - b.plan.months));
	/** An axis on which all but the longest can be read; without end only where none ends. */
	const second = $derived(byLength.at(-2) ?? byLength.at(-1));
	const longest = $derived(byLength.at(-1));
	const axis = $derived(second && longest ? planUntil(second.plan, longest.plan, whole) : null);
	const plan = $derived(longest?.plan);
	const dates = $derived({
		count: plan ? plan.months + 1 : 0,
		at: (month: number) => (plan ? dayOfMonth(plan, month, asOf) : asOf)
	});
	const at = $derived(Math.min(month, plan?.months ?? 1));
	const picture = $derived({
		lines: shown.map(({ entry, plan: own, look }) => ({
			...owedLine(
				own,
				`${look.number} ${entry.name}`,
				asOf,
				{ id: entry.id, dash: look.dash, hue: null },
				writing
			)
		})),
		until: axis?.until ?? asOf,
		pointed: plan ? dayOfMonth(plan, at, asOf) : null,
		amount: (amount: number) => writeWholeMoney(amount, writing),
		onscale: () => undefined
	});
	const caption = $derived(
		plan
			? owedUnderEach(
					monthStart(plan.firstMonth, at),
					shown.map(({ entry, look, plan: own }) => ({
						name: shown.length > NAMED ? `plan ${look.number}` : `${look.number} ${entry.name}`,
						amount: owedInAll(own, at)
					})),
					writing
				)
			: []
	);
	const words = $derived(
		comparedInWords(
			picture.lines.map(({ label }) => label),
			writing
		)
	);
	const monthOf = (date: CalendarDate) => (plan ? Math.max(1, monthIn(date, plan.firstMonth)) : 1);

	const costs = $derived(shown.filter(({ plan: own }) => own.ending.status === 'cleared'));
	const highest = $derived(Math.max(1, ...costs.map(({ plan: own }) => own.totalCost)));
</script>

<div class="pictures">
	<section aria-label="What is owed over time">
		<p class="caption">
			<Phrases sentence={caption} />
			{#if axis?.cut}
				<button type="button" aria-pressed={whole} onclick={() => (whole = !whole)}>
					{whole ? 'Show the nearer part' : 'Show all of it'}
				</button>
			{/if}
		</p>
		<div class="chart">
			<BalancePicture
				{picture}
				{words}
				{dates}
				onpoint={(date) => date !== null && onmonth(monthOf(date))}
				onpick={(date) => onmonth(monthOf(date))}
				onadd={() => undefined}
			/>
		</div>
		<ul class="crossed">
			{#each crossed as { crossing, sentence } (plain(sentence))}
				<li>
					<button type="button" onclick={() => onmonth(crossing.month)}>
						<Phrases {sentence} />
					</button>
				</li>
			{/each}
		</ul>
	</section>
	<section aria-labelledby="costs-title">
		<h2 id="costs-title" class="caption">
			What each costs: <span class="interest">interest</span>, and fees
		</h2>
		{#each shown as { entry, plan: own, look } (entry.id)}
			<div class="cost">
				<span class="name" title={entry.name}>{look.number} {entry.name}</span>
				{#if own.ending.status === 'cleared'}
					<span class="bar" aria-hidden="true">
						<span class="hatched" style:flex-grow={own.totalInterest / highest}></span>
						<span class="fees" style:flex-grow={own.totalFees / highest}></span>
						<span style:flex-grow={1 - own.totalCost / highest}></span>
					</span>
					<small>
						<span class="interest">{writeMoney(own.totalInterest, writing)}</span>
						{own.totalFees > 0 ? `+ ${writeMoney(own.totalFees, writing)} fees` : ''}
					</small>
				{:else}
					<small>never paid off</small>
				{/if}
			</div>
		{/each}
	</section>
</div>

<style>
	.pictures {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(240px, 26%);
		gap: 0 28px;
		padding: 16px 24px 0;
	}

	.caption {
		min-height: 22px;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 400;
	}

	.caption button {
		margin-left: 12px;
		color: var(--act);
		font-weight: 600;
	}

	.chart {
		height: 300px;
	}

	.crossed {
		font-size: 14px;
		list-style: none;
	}

	.crossed button {
		text-align: left;
	}

	.crossed button:hover {
		color: var(--act);
	}

	.interest {
		color: var(--interest);
	}

	.cost {
		display: grid;
		padding: 5px 0;
		border-top: 1px solid var(--row-line);
		font-size: 14px;
	}

	.name {
		overflow: hidden;
		font-weight: 600;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.bar {
		display: flex;
		height: 14px;
	}

	.bar span {
		flex-basis: 0;
	}

	.hatched {
		background: repeating-linear-gradient(-45deg, var(--interest) 0 1.5px, transparent 1.5px 5px);
	}

	.fees {
		background: var(--ink);
	}

	small {
		color: var(--quiet);
		font-size: 13px;
	}
</style>
