<!-- Below the pictures: every payment of the picked way, or the ways of paying beside each other. -->
<script lang="ts" module>
	export type Zone = 'payments' | 'ways' | 'statement';
</script>

<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import type { Figure } from '$lib/core/debt/figure';
	import { dateOfPeriod, periodBy } from '$lib/core/debt/run';
	import {
		carryOut,
		measured,
		sameWay,
		type Carried,
		type StatedDebt,
		type Way
	} from '$lib/core/debt/ways';
	import type { DebtEntry } from '$lib/document/debt';
	import type { Snippet } from 'svelte';
	import { readMoment } from '$lib/reading/dates';
	import { writeDate } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import { wayName } from '$lib/words/debt';
	import Schedule from '$lib/ui/Schedule.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { isTyping } from '$lib/ui/typing';
	import AddWays from './AddWays.svelte';
	import { waysBeside } from './compared-ways';
	import WaysTable from './WaysTable.svelte';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		stated: StatedDebt;
		carried: Carried;
		baseline: Carried;
		writing: Writing;
		hue: string;
		pointed: CalendarDate | null;
		/** The day to bring into view. */
		picked: CalendarDate | null;
		zone: Zone;
		onzone: (zone: Zone) => void;
		onpoint: (date: CalendarDate | null) => void;
		onadd: (date: CalendarDate, element: HTMLElement) => void;
		onopen: (figure: Figure, element: HTMLElement, way: Way) => void;
		onway: (way: Way) => void;
		onpay: (way: Way) => void;
		/** The ways that are compared, and the baseline, as the counselor has them. */
		oncompare: (what: string, fields: Pick<Partial<DebtEntry>, 'compared' | 'baseline'>) => void;
		/** The check of a statement. */
		statement: Snippet;
	}
	const {
		debt,
		stated,
		carried,
		baseline,
		writing,
		hue,
		pointed,
		picked,
		zone,
		statement,
		onpoint,
		...on
	}: Props = $props();

	const TITLES: Readonly<Record<Zone, string>> = {
		payments: t('Payment schedule'),
		ways: t('Ways of paying'),
		statement: t('Statement check')
	};

	const run = $derived(carried.run);
	const rows = $derived(
		zone === 'ways' ? waysBeside(debt).map((way) => measured(carryOut(stated, way), baseline)) : []
	);
	const dateOf = (k: number) => dateOfPeriod(run, k);

	let schedule = $state<ReturnType<typeof Schedule>>();
	let wanted = $state.raw<CalendarDate | null>(null);
	let finder = $state<HTMLElement>();

	/** The first payment on or after the day that is looked for, or else the last. */
	function find(): void {
		if (wanted === null) return;
		const before = periodBy(run, wanted);
		const exact = dateOf(before) === wanted;
		void schedule?.show(Math.min(exact ? before : before + 1, run.periods));
	}

	function key(event: KeyboardEvent): void {
		if (event.key !== '/' || isTyping(event) || zone !== 'payments') return;
		event.preventDefault();
		finder?.querySelector('input')?.focus();
	}
</script>

<svelte:window onkeydown={key} />

<section class="zone" aria-labelledby="zone-title">
	<h2 id="zone-title" class="unseen">
		{TITLES[zone]}
	</h2>
	<div class="head">
		<span class="choice" role="group" aria-label={t('Below the charts')}>
			<button
				type="button"
				data-zone="payments"
				aria-pressed={zone === 'payments'}
				onclick={() => on.onzone('payments')}>{t('Payment schedule')}</button
			>
			<button
				type="button"
				data-zone="ways"
				aria-pressed={zone === 'ways'}
				onclick={() => on.onzone('ways')}>{t('Ways of paying')}</button
			>
			<button
				type="button"
				data-zone="statement"
				aria-pressed={zone === 'statement'}
				onclick={() => on.onzone('statement')}>{t('Statement check')}</button
			>
		</span>
		{#if zone === 'payments'}
			<span class="of">{wayName(carried.way, debt, writing)}</span>
			<button type="button" class="act" onclick={() => schedule?.foldAll()}
				>{t('Fold years')}</button
			>
			<span class="find" bind:this={finder} title={t('Find a date (/)')}>
				<TypedField
					label={t('Find a date')}
					value={wanted}
					read={(typed) => readMoment(typed, run.startDate, writing)}
					write={(date) => writeDate(date, writing)}
					optional
					placeholder={t('find a date /')}
					onchange={(date) => (wanted = date)}
					onenter={find}
				/>
			</span>
		{:else if zone === 'ways'}
			<AddWays
				{debt}
				firstPayment={run.firstPayment}
				{writing}
				onadd={(ways) =>
					on.oncompare(t('ways of paying'), { compared: [...debt.compared, ...ways] })}
			/>
		{/if}
	</div>
	{#if zone === 'payments'}
		<div class="body">
			<Schedule
				bind:this={schedule}
				explained={carried}
				{writing}
				pointed={pointed === null ? null : periodBy(run, pointed)}
				picked={picked === null ? null : periodBy(run, picked)}
				label={t('Payment schedule, {way}', { way: wayName(carried.way, debt, writing) })}
				onpoint={(k) => onpoint(k === null ? null : dateOf(k))}
				onopen={(figure, element) => on.onopen(figure, element, carried.way)}
				onadd={(k, element) => on.onadd(dateOf(k), element)}
			/>
		</div>
	{:else if zone === 'statement'}
		<div class="body scrolls">{@render statement()}</div>
	{:else}
		<div class="body scrolls">
			<WaysTable
				{debt}
				{rows}
				{writing}
				picked={carried.way}
				{hue}
				onpick={on.onway}
				onopen={on.onopen}
				onbaseline={(way) => on.oncompare(t('comparison'), { baseline: way })}
				onpay={on.onpay}
				onremove={(way) =>
					on.oncompare(t('ways of paying'), {
						compared: debt.compared.filter((other) => !sameWay(other, way))
					})}
			/>
		</div>
	{/if}
</section>

<style>
	.zone {
		display: grid;
		grid-template-rows: auto minmax(0, 1fr);
		min-height: 0;
		height: 100%;
	}

	.head {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 18px;
		align-items: center;
		min-height: 30px;
		border-top: 1px solid var(--hairline);
	}

	.choice {
		display: inline-flex;
		gap: 16px;
	}

	.choice button {
		color: var(--act);
		font-size: 14px;
		font-weight: 600;
	}

	.choice button[aria-pressed='true'] {
		color: var(--ink);
		box-shadow: 0 2px 0 var(--ink);
	}

	.of {
		flex: 1;
		overflow: hidden;
		color: var(--quiet);
		font-size: 13px;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.act {
		color: var(--act);
		font-size: 13px;
		font-weight: 600;
	}

	.find {
		width: 132px;
	}

	.find :global(input) {
		height: 26px;
		font-size: 13px;
	}

	.body {
		min-width: 0;
		min-height: 0;
	}

	.scrolls {
		overflow: auto;
	}
</style>
