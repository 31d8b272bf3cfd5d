<!-- The usual minimum rules that give what is printed, searched beside the page while figures are typed. -->
<script lang="ts">
	import type { Printed, StatementGiven } from '$lib/core/debt/statement';
	import type { MinimumTerms } from '$lib/core/debt/rules/minimum';
	import type { Cents } from '$lib/core/quantities/money';
	import {
		byFloor,
		type FittingRules,
		type FitTask,
		type FloorGroup
	} from '$lib/core/search/fitting-rules';
	import type { RuleEntry } from '$lib/core/debt/rules/all-forms';
	import { entryOfRule, wholeUnit } from '$lib/document/statement';
	import type { Writing } from '$lib/reading/writing';
	import { writeMoney } from '$lib/reading/written';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { fitSentence, needsPrinted, ruleInWords, searchingInWords } from '$lib/words/statement';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		given: StatementGiven | null;
		printed: Printed;
		/** The rule that the debt has. */
		rule: MinimumTerms | null;
		writing: Writing;
		onuse: (required: RuleEntry) => void;
	}
	const { given, printed, rule, writing, onuse }: Props = $props();

	/** More rules than these are not listed: there is more to be typed first. */
	const LISTED = 12;

	/** The search, begun anew whenever what is printed changes. */
	let found = $state.raw<FittingRules | null>(null);
	let failed = $state(false);
	/** As text, so that only another task begins another search. */
	const task = $derived(
		given && (['minimumDue', 'estimate', 'total'] as const).some((figure) => figure in printed)
			? JSON.stringify({ given, printed, unit: wholeUnit(writing.currency) })
			: null
	);
	const done = $derived(found !== null && found.tried === found.of);
	const groups = $derived(done && found ? byFloor(found.fitting).slice(0, LISTED) : []);

	const isOwn = ({ percent, plusInterest, roundUpTo, floor }: MinimumTerms): boolean =>
		percent === rule?.percent &&
		plusInterest === rule.plusInterest &&
		roundUpTo === rule.roundUpTo &&
		floor === rule.floor;

	$effect(() => {
		found = null;
		failed = false;
		if (task === null) return;
		const wanted = JSON.parse(task) as FitTask;
		let end: (() => void) | null = null;
		let gone = false;
		// While figures are still typed nothing is searched.
		const soon = setTimeout(() => {
			import('$lib/workers/fitting-rules').then(
				({ rulesInWorker }) => {
					if (gone) return;
					end = rulesInWorker(wanted, {
						onanswer: (answer) => (found = answer),
						onfail: () => (failed = true)
					});
				},
				() => (failed = true)
			);
		}, 250);
		return () => {
			gone = true;
			clearTimeout(soon);
			end?.();
		};
	});

	/** Most floors offered one by one; of more, the debt's own or the first. */
	const OFFERED = 3;
	const offered = (floors: readonly Cents[]): readonly Cents[] => {
		if (floors.length <= OFFERED) return floors;
		const own = floors.find((floor) => floor === rule?.floor) ?? floors[0];
		return own === undefined ? [] : [own];
	};

	const isOf = (group: FloorGroup, one: MinimumTerms): boolean =>
		one.percent === group.percent &&
		one.plusInterest === group.plusInterest &&
		one.roundUpTo === group.roundUpTo;

	const use = (terms: MinimumTerms) => onuse(entryOfRule(terms));
</script>

<h3>{t('Find the matching rule')}</h3>
{#if failed}
	<p role="alert">{t('The search failed. Change a figure to …')}</p>
{:else if task === null}
	<p>{needsPrinted(writing)}</p>
{:else if !found || !done}
	<p role="status">
		{found ? searchingInWords(found, writing) : '…'}
		<progress max={found?.of ?? 1} value={found?.tried ?? 0} aria-label={t('Rules tried')}
		></progress>
	</p>
{:else}
	<p role="status"><Phrases sentence={fitSentence(found, printed, writing)} /></p>
	{#if found.nearest}
		{@const { rule } = found.nearest}
		<button type="button" class="act" onclick={() => use(rule)}>{t('Use the closest')}</button>
	{/if}
	<ul>
		{#each groups as group (JSON.stringify(group))}
			<li>
				{ruleInWords(group, writing)}
				{#each offered(group.floors) as floor (floor)}
					{@const terms = found.fitting.find((one) => isOf(group, one) && one.floor === floor)}
					{#if terms && isOwn(terms)}
						<span class="quiet">{t('as entered here')}</span>
					{:else if terms}
						<button type="button" class="act" onclick={() => use(terms)}>
							{group.floors.length === 1
								? t('Use this')
								: t('Use {floor}', { floor: writeMoney(floor, writing) })}
						</button>
					{/if}
				{/each}
			</li>
		{/each}
	</ul>
{/if}

<style>
	h3 {
		padding: 6px 0 2px;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	progress {
		display: block;
		width: 100%;
	}

	ul {
		padding: 2px 0 0;
		list-style: none;
	}

	li {
		padding: 2px 0;
		border-top: 1px solid var(--row-line);
	}

	.act {
		margin-inline-end: 10px;
		color: var(--act);
		font-weight: 600;
	}

	.quiet {
		color: var(--quiet);
	}
</style>
