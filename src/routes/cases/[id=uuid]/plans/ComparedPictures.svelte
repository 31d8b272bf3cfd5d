<!-- The plans over one time axis: what is owed under each, or how far each is ahead; and what each costs. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { ZERO } from '$lib/core/quantities/money';
	import { owedInAll } from '$lib/core/plan/answers';
	import { aheadOf, crossings, type AheadBy } from '$lib/core/plan/comparison';
	import { dayOfMonth } from '$lib/core/plan/over-time';
	import type { Plan } from '$lib/core/plan/terms';
	import {
		aheadInWords,
		aheadOfEach,
		comparedInWords,
		crossingSentence,
		lookChoices,
		owedUnderEach,
		type ComparedLook
	} from '$lib/words/comparison';
	import { writeMoney, writeWholeMoney } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import { monthIn, monthStart } from '$lib/document/plan';
	import { plain } from '$lib/messages/sentence';
	import BalancePicture from '$lib/ui/BalancePicture.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { aheadLine, owedLine, planUntil } from '../plan/plan-lines';
	import type { ShownPlan } from './shown-plans';
	import { sentence, t } from '$lib/words/labels/side-by-side';

	interface Props {
		shown: readonly ShownPlan[];
		/** The baseline, its name, and which of the plans it is. */
		baseline: Plan;
		measure: string;
		against: string;
		asOf: CalendarDate;
		writing: Writing;
		month: number;
		onmonth: (month: number) => void;
	}
	const { shown, baseline, measure, against, asOf, writing, month, onmonth }: Props = $props();

	/** More plans than these are told by their numbers alone. */
	const NAMED = 4;

	let look = $state<ComparedLook>('owed');
	const MEASURE = { id: 'measure', dash: [1, 3], hue: null };
	const lookOf = ({ entry, look: { dash } }: ShownPlan) => ({ id: entry.id, dash, hue: null });
	const by = $derived<AheadBy>(look === 'cost' ? 'cost' : 'owed');
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
	const nameIn = ({ look: { number }, entry }: ShownPlan) => `${number} ${entry.name}`;
	/** Those that can be ahead or behind: all but what they are measured against. */
	const measured = $derived(
		shown.flatMap((one) =>
			one.entry.id === against ? [] : [{ ...one, ahead: aheadOf(one.plan, baseline, by) }]
		)
	);
	const lines = $derived(
		look === 'owed'
			? shown.map((one) => owedLine(one.plan, nameIn(one), asOf, lookOf(one), writing))
			: [
					aheadLine(
						baseline,
						baseline.kept.map(() => ZERO),
						measure,
						asOf,
						MEASURE
					),
					...measured.map((one) =>
						aheadLine(
							one.plan.months > baseline.months ? one.plan : baseline,
							one.ahead,
							nameIn(one),
							asOf,
							lookOf(one)
						)
					)
				]
	);
	const picture = $derived({
		lines,
		until: axis?.until ?? asOf,
		pointed: plan ? dayOfMonth(plan, at, asOf) : null,
		amount: (amount: number) => writeWholeMoney(amount, writing),
		onscale: () => undefined
	});
	const called = (one: ShownPlan) =>
		shown.length > NAMED ? t('plan {number}', { number: one.look.number }) : nameIn(one);
	const caption = $derived.by(() => {
		if (!plan) return [];
		const when = monthStart(plan.firstMonth, at);
		if (look === 'owed') {
			const owed = shown.map((one) => ({ name: called(one), amount: owedInAll(one.plan, at) }));
			return owedUnderEach(when, owed, writing);
		}
		const ahead = measured.map((one) => ({
			name: called(one),
			amount: one.ahead[Math.min(at, one.ahead.length - 1)] ?? ZERO
		}));
		return aheadOfEach(when, ahead, by, measure, writing);
	});
	const words = $derived.by(() => {
		const ends = picture.lines.map(({ label }) => label);
		return look === 'owed'
			? comparedInWords(ends, writing)
			: aheadInWords(ends.slice(1), by, measure, writing);
	});
	const monthOf = (date: CalendarDate) => (plan ? Math.max(1, monthIn(date, plan.firstMonth)) : 1);
	/**
	 * Where plans cross the one that they are measured against; where that is none of them, and it is looked at what
	 * is owed, the first.
	 */
	const crossed = $derived.by(() => {
		const own =
			shown.find(({ entry }) => entry.id === against) ?? (look === 'owed' ? shown[0] : undefined);
		const first = own
			? { plan: own.plan, name: own.entry.name }
			: { plan: baseline, name: measure };
		return shown.flatMap((other) =>
			other === own
				? []
				: crossings(first.plan, other.plan, by).map((crossing) => ({
						crossing,
						sentence: crossingSentence(crossing, first.name, other.entry.name, by, writing)
					}))
		);
	});

	const costs = $derived(shown.filter(({ plan: own }) => own.ending.status === 'cleared'));
	const highest = $derived(Math.max(1, ...costs.map(({ plan: own }) => own.totalCost)));
</script>

<div class="pictures">
	<section aria-label={t('The plans over time')}>
		<p class="caption">
			<span class="look">
				<Choice
					label={t('View')}
					value={look}
					options={lookChoices(writing)}
					onchange={(to) => (look = to)}
				/>
			</span>
			<span><Phrases sentence={caption} /></span>
			{#if axis?.cut}
				<button type="button" aria-pressed={whole} onclick={() => (whole = !whole)}>
					{whole ? t('Show the near term') : t('Show the whole term')}
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
					<button type="button" data-print onclick={() => onmonth(crossing.month)}>
						<Phrases {sentence} />
					</button>
				</li>
			{/each}
		</ul>
	</section>
	<section aria-labelledby="costs-title">
		<h2 id="costs-title" class="caption">
			<Phrases sentence={sentence('Cost of each plan')} />
		</h2>
		{#each shown as { entry, plan: own, look } (entry.id)}
			<div class="cost">
				<span class="name" title={entry.name}>{look.number} {entry.name}</span>
				{#if own.ending.status === 'cleared'}
					<span class="bar drawn" aria-hidden="true">
						<span class="hatched" style:flex-grow={own.totalInterest / highest}></span>
						<span class="fees" style:flex-grow={own.totalFees / highest}></span>
						<span style:flex-grow={1 - own.totalCost / highest}></span>
					</span>
					<small>
						<span class="interest">{writeMoney(own.totalInterest, writing)}</span>
						{own.totalFees > 0
							? t('+ {totalFees} fees', { totalFees: writeMoney(own.totalFees, writing) })
							: ''}
					</small>
				{:else}
					<small>{t('never paid off')}</small>
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

	section:first-child .caption {
		display: flex;
		gap: 12px;
		align-items: baseline;
	}

	.look {
		flex: none;
		width: 250px;
		color: var(--ink);
		font-weight: 600;
	}

	.caption button {
		flex: none;
		margin-inline-start: auto;
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
		text-align: start;
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

	@media screen and (width < 900px) {
		.pictures {
			grid-template-columns: minmax(0, 1fr);
			gap: 16px;
		}

		section:first-child .caption {
			flex-wrap: wrap;
			gap: 2px 12px;
		}
	}
</style>
