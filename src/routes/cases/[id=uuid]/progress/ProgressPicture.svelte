<!-- The balance over time: expected, recorded, and expected from here. -->
<script lang="ts">
	import { addMonths, monthsBetween, type CalendarDate } from '$lib/core/quantities/calendar';
	import type { ComeBack } from '$lib/document/coming-back';
	import type { KeptForecast } from '$lib/document/kept-forecast';
	import type { Writing } from '$lib/reading/writing';
	import { writeWholeMoney } from '$lib/reading/written';
	import BalancePicture from '$lib/ui/BalancePicture.svelte';
	import { progressPicture, lineAhead, lineExpected, lineReal } from '$lib/words/progress';
	import type { Listed } from '$lib/words/plan';
	import { progressLines } from './progress-lines';
	import { t } from '$lib/words/labels/progress';

	interface Props {
		back: ComeBack;
		/** Forecasts that were made before. */
		earlier: readonly KeptForecast[];
		/** The days of the visits up to the one that is looked at. */
		visits: readonly CalendarDate[];
		debts: readonly Listed[];
		writing: Writing;
	}
	const { back, earlier, visits, debts, writing }: Props = $props();

	let withEarlier = $state(false);
	let pointed = $state<CalendarDate | null>(null);
	let nearer = $state(true);

	const lines = $derived(progressLines(back, withEarlier ? earlier : [], visits, debts, writing));
	const start = $derived(back.kept.entry.asOf);
	/** The past is not squeezed by years ahead unless the whole term is shown. */
	const whole = $derived(
		(lines
			.flatMap(({ points }) => points.at(-1)?.date ?? [])
			.sort()
			.at(-1) as CalendarDate | undefined) ?? back.day
	);
	const near = $derived(addMonths(back.day, Math.max(6, monthsBetween(start, back.day))));
	const isLong = $derived(whole > addMonths(near, 3));
	const until = $derived(isLong && nearer ? near : whole);
	const picture = $derived({
		lines,
		until,
		pointed: pointed ?? back.day,
		amount: (balance: number) => writeWholeMoney(balance, writing),
		onscale: () => undefined
	});
	const months = $derived(Math.max(1, monthsBetween(start, until) + 1));
	const dates = $derived({
		count: months,
		at: (month: number) => addMonths(start, month)
	});
</script>

<section aria-label={t('Balance over time')}>
	<p class="caption">
		{t('Total balance')}
		<span><i class="was"></i>{lineReal(writing)}</span>
		<span><i class="expected"></i>{lineExpected(back.kept.entry.date, writing)}</span>
		<span><i class="will drawn"></i>{lineAhead(writing)}</span>
		{#if earlier.length > 0}
			<button type="button" aria-pressed={withEarlier} onclick={() => (withEarlier = !withEarlier)}>
				{withEarlier ? t('Hide earlier forecasts') : t('Show earlier forecasts')}
			</button>
		{/if}
		{#if isLong}
			<button type="button" aria-pressed={!nearer} onclick={() => (nearer = !nearer)}>
				{nearer ? t('Show the whole term') : t('Show the near term')}
			</button>
		{/if}
	</p>
	<div class="chart">
		<BalancePicture
			{picture}
			words={progressPicture(visits.length, writing)}
			{dates}
			onpoint={(date) => (pointed = date)}
			onpick={(date) => (pointed = date)}
			onadd={() => undefined}
		/>
	</div>
</section>

<style>
	section {
		display: grid;
		grid-template-rows: auto minmax(0, 1fr);
		min-width: 0;
		height: 100%;
	}

	.caption {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 12px;
		color: var(--quiet);
		font-size: 13px;
	}

	.caption span {
		display: inline-flex;
		gap: 5px;
		align-items: center;
		color: var(--ink);
	}

	i {
		display: inline-block;
		width: 18px;
		border-top: 2.5px solid var(--ink);
	}

	.expected {
		border-top: 1.5px dotted var(--ink);
	}

	.will {
		height: 10px;
		border: 0;
		background: linear-gradient(var(--debt-0) 50%, var(--debt-2) 50%);
	}

	button {
		color: var(--act);
		font-weight: 600;
	}

	.chart {
		min-height: 0;
	}
</style>
