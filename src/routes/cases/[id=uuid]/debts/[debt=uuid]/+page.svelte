<script lang="ts">
	import { page } from '$app/state';
	import { difference } from '$lib/core/compare';
	import { datesOf } from '$lib/core/run';
	import { splitOf } from '$lib/core/split';
	import { threeWays, type WayId } from '$lib/core/ways';
	import { workingOf, type Figure } from '$lib/core/working';
	import { deskInUse } from '$lib/desk/case-desk.svelte';
	import { beforeSentence, waySentence, type Sentence } from '$lib/formats/answer-text';
	import { statedDebt, waysOf, type DebtEntry } from '$lib/formats/case-document';
	import { debtFields, missingOf, nameOf } from '$lib/formats/debt-text';
	import {
		monthSentence,
		pictureInWords,
		splitInWords,
		WAY_NAMES
	} from '$lib/formats/picture-text';
	import { writeMoney } from '$lib/formats/money-text';
	import type { Cents } from '$lib/core/money';
	import Answer from '$lib/ui/Answer.svelte';
	import BalancePicture from '$lib/ui/BalancePicture.svelte';
	import { hueOf } from '$lib/ui/hues';
	import SplitPicture from '$lib/ui/SplitPicture.svelte';
	import { writeWorking } from '$lib/formats/working-text';
	import Schedule from '$lib/ui/Schedule.svelte';
	import WorkingNote from '$lib/ui/WorkingNote.svelte';
	import AskBackwards from './AskBackwards.svelte';
	import BeforeLine from './BeforeLine.svelte';
	import Terms from './Terms.svelte';
	import WaysTable from './WaysTable.svelte';
	import { axisEnd, shownWays, wayLines } from './way-lines';

	const inUse = deskInUse();
	const desk = $derived(inUse());
	const id = $derived(page.params.debt ?? '');
	const debt = $derived(desk.debt(id));
	const currency = $derived(desk.document.currency);
	const asOf = $derived(desk.document.asOf);
	const hue = $derived(hueOf(desk.document.debts.findIndex((entry) => entry.id === id)).property);

	const stated = $derived(debt ? statedDebt(debt, asOf) : null);
	const ways = $derived(stated && threeWays(stated));

	let chosen = $state<WayId | null>(null);
	let whole = $state(false);
	let pointed = $state<number | null>(null);
	let picked = $state<number | null>(null);

	const way = $derived<WayId>(chosen ?? (debt && debt.extra > 0 ? 'more' : 'held'));
	const run = $derived(ways?.[way].run);
	const sentence = $derived<Sentence>(
		ways
			? waySentence(ways, ways[way], currency)
			: debt
				? [{ text: `Still to be filled in: ${missingOf(debt).join(', ')}.` }]
				: [{ text: 'This debt is no longer in the case; undo brings it back.' }]
	);

	const before = $derived(desk.before[id]);
	const changed = $derived(before && debt && !sameTerms(before, debt));
	const beforeWays = $derived.by(() => {
		const stood = before && changed ? statedDebt(before, asOf) : null;
		return stood && threeWays(stood);
	});

	const others = $derived(
		[...waysOf(desk.document)].flatMap(([other, { held }]) => {
			const entry = desk.debt(other);
			const { ending } = held.run;
			return other === id || !entry || ending.status !== 'cleared'
				? []
				: [{ id: other, name: nameOf(entry), ends: ending.payoffDate }];
		})
	);

	const shown = $derived(ways ? shownWays(ways) : []);
	const axis = $derived(ways && axisEnd(ways, whole));
	const dates = $derived.by(() => {
		const longest =
			ways && shown.map((id) => ways[id].run).sort((a, b) => b.periods - a.periods)[0];
		if (!longest || !axis) return [];
		return datesOf(longest).filter((date) => date <= axis.until);
	});
	const month = $derived(
		ways && pointed !== null ? monthSentence(ways, shown, pointed, currency) : null
	);
	const picture = $derived(
		ways &&
			axis && {
				lines: wayLines(ways, shown, shown.includes(way) ? way : 'held'),
				until: axis.until,
				hue,
				pointed: month?.date ?? null,
				amount: wholeAmount
			}
	);

	/** The figures whose working is open, each from the one before; the last one is shown. */
	let opened = $state.raw<readonly Figure[]>([]);
	let opener = $state.raw<HTMLElement | null>(null);
	const working = $derived.by(() => {
		const figure = opened.at(-1);
		const found = ways && figure && workingOf(ways[way].terms, ways[way].run, figure);
		return found ? writeWorking(found, currency) : null;
	});

	function open(figure: Figure, element: HTMLElement): void {
		opened = [figure];
		opener = element;
	}

	function close(): void {
		opened = [];
		opener?.focus();
	}

	const split = $derived(run ? splitOf(run) : { by: 'payment' as const, bars: [] });
	const bars = $derived({
		bars: split.bars.map(({ from, year, interest, principal }) => ({
			label: String(split.by === 'year' ? year : from),
			interest,
			principal
		})),
		hue,
		pointed: split.bars.findIndex(
			({ from, to }) => pointed !== null && pointed >= from && pointed <= to
		),
		amount: wholeAmount
	});

	/** An amount on an axis: without decimals. */
	function wholeAmount(amount: number): string {
		return writeMoney(Math.round(amount) as Cents, currency).replace(/\.\d+$/, '');
	}

	function sameTerms(one: DebtEntry, other: DebtEntry): boolean {
		const fields = debtFields(other, currency);
		return [...debtFields(one, currency)].every(([field, text]) => fields.get(field) === text);
	}

	function change(field: string, fields: Partial<DebtEntry>): void {
		if (debt) desk.vary(id, `${field} of ${nameOf(debt)}`, fields);
	}

	function putBack(): void {
		if (before) desk.changeDebt(id, `putting ${nameOf(before)} back`, before);
		desk.letGo(id);
	}
</script>

<svelte:head><title>{debt ? nameOf(debt) : 'Debt'} · Residuum</title></svelte:head>

<main>
	<h1 class="unseen">{debt ? nameOf(debt) : 'Debt'}</h1>
	<div class="top">
		<Answer {sentence} onopen={open} />
		{#if beforeWays && run}
			<BeforeLine
				sentence={beforeSentence(beforeWays, way, difference(run, beforeWays[way].run), currency)}
				onputback={putBack}
				onletgo={() => desk.letGo(id)}
			/>
		{/if}
	</div>

	{#if debt}
		<div class="terms">
			{#key id}
				<Terms {debt} {currency} {asOf} {ways} onchange={change} />
				{#if stated && ways && stated.balance > 0}
					<AskBackwards {stated} {ways} {currency} {others} onuse={change} />
				{/if}
			{/key}
		</div>
	{/if}

	{#if ways && run && picture && axis && run.starting > 0}
		<section class="balances" aria-labelledby="balances-title">
			<h2 id="balances-title" class="caption">
				{#if month}
					{#each month.sentence as { text, figure }, index (index)}{#if figure}<strong
								>{text}</strong
							>{:else}{text}{/if}{/each}
				{:else}
					What is owed, month by month
				{/if}
			</h2>
			{#if axis.cut}
				<button type="button" class="whole" aria-pressed={whole} onclick={() => (whole = !whole)}>
					{whole ? 'Show the nearer part' : 'Show all of the minimum'}
				</button>
			{/if}
			<p class="caption bars">
				each {split.by}: principal, <span class="interest">interest</span>
			</p>
			<div class="chart">
				<BalancePicture
					{picture}
					words={pictureInWords(ways, shown)}
					{dates}
					onpoint={(index) => (pointed = index)}
					onpick={(index) => (picked = index)}
				/>
			</div>
			<div class="chart bars">
				<SplitPicture
					picture={bars}
					words={splitInWords(split, currency)}
					onpoint={(bar) => (pointed = bar === null ? null : (split.bars[bar]?.to ?? null))}
					onpick={(bar) => (picked = split.bars[bar]?.from ?? null)}
				/>
			</div>
		</section>
		<section class="ways" aria-label="Ways of paying">
			<WaysTable {ways} {currency} picked={way} {hue} onpick={(id) => (chosen = id)} />
		</section>
		<section class="schedule" aria-label="Schedule">
			<Schedule
				{run}
				{currency}
				{pointed}
				{picked}
				label="Every payment, {WAY_NAMES[way]}"
				onopen={open}
			/>
		</section>
	{/if}
	{#if working && opener}
		<WorkingNote
			{working}
			anchor={opener}
			deep={opened.length > 1}
			onopen={(figure) => (opened = [...opened, figure])}
			onback={() => (opened = opened.slice(0, -1))}
			onclose={close}
		/>
	{/if}
</main>

<style>
	main {
		display: grid;
		grid-template:
			'top top' auto
			'terms balances' minmax(215px, 1.2fr)
			'terms ways' auto
			'terms schedule' minmax(190px, 1fr)
			/ 312px minmax(0, 1fr);
		height: calc(100dvh - 48px);
		min-height: 700px;
	}

	.top {
		grid-area: top;
		padding: 16px 24px 14px;
		border-bottom: 1px solid var(--hairline);
	}

	.terms {
		grid-area: terms;
		padding: 14px 18px 14px 24px;
		overflow-y: auto;
		border-right: 1px solid var(--hairline);
	}

	.balances,
	.ways,
	.schedule {
		min-width: 0;
		min-height: 0;
		padding: 0 24px 0 20px;
	}

	.balances {
		grid-area: balances;
		display: grid;
		grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) auto minmax(200px, 27%);
		column-gap: 16px;
		padding-top: 10px;
	}

	.caption {
		min-height: 22px;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 400;
	}

	.caption strong {
		color: var(--ink);
	}

	.whole {
		color: var(--act);
		font-size: 13px;
		font-weight: 600;
	}

	.chart {
		grid-column: 1 / 3;
		min-width: 0;
		min-height: 0;
	}

	.bars {
		grid-column: 3;
	}

	.caption .interest {
		color: var(--interest);
	}

	.ways {
		grid-area: ways;
		padding-top: 8px;
		overflow-x: auto;
	}

	.schedule {
		grid-area: schedule;
		padding-top: 8px;
	}

	@media (width < 1200px) {
		main {
			grid-template-columns: 290px minmax(0, 1fr);
		}

		.balances,
		.ways,
		.schedule {
			padding: 0 12px;
		}

		.terms {
			padding: 14px 12px 14px 18px;
		}
	}
</style>
