<script lang="ts">
	import { page } from '$app/state';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import type { Figure } from '$lib/core/debt/figure';
	import { carryOut, measured, paysAs, sameWay, uncovered, type Way } from '$lib/core/debt/ways';
	import { workingOf } from '$lib/core/working/debt-working';
	import { deskInUse } from '$lib/desk/case-desk.svelte';
	import { newEvent, paidIn, withEvent } from '$lib/desk/debt-entry';
	import StatementZone from './StatementZone.svelte';
	import { waySentence } from '$lib/words/debt-answer';
	import { carriedOut } from '$lib/document/case';
	import { missingOf, statedDebt, type DebtEntry, type EventEntry } from '$lib/document/debt';
	import { same } from '$lib/document/same';
	import { baselineName, eventKind, missingInWords, nameOf, wayName } from '$lib/words/debt';
	import type { NamedRun } from '$lib/words/pictures';
	import type { Sentence } from '$lib/messages/sentence';
	import { writeWorking, type WrittenWorking } from '$lib/words/debt-working';
	import Answer from '$lib/ui/Answer.svelte';
	import BeforeChange from './BeforeChange.svelte';
	import { hueOf } from '$lib/words/hues';
	import WorkingNote from '$lib/ui/WorkingNote.svelte';
	import SolveFor from './SolveFor.svelte';
	import { isThere } from './compared-ways';
	import DeadlineLines from './DeadlineLines.svelte';
	import EventNote from './EventNote.svelte';
	import LowerZone, { type Zone } from './LowerZone.svelte';
	import Pictures from './Pictures.svelte';
	import Terms from './Terms.svelte';
	import { drawnOnce, sameRun } from './way-lines';
	import UncoveredLine from './UncoveredLine.svelte';
	import { t } from '$lib/words/labels/debt';

	const inUse = deskInUse();
	const desk = $derived(inUse());
	const id = $derived(page.params.debt ?? '');
	const debt = $derived(desk.debt(id));
	const writing = $derived(desk.writing);
	const asOf = $derived(desk.document.asOf);
	const hue = $derived(hueOf(desk.document.debts.findIndex((entry) => entry.id === id)).property);

	const PAID: Way = { kind: 'paid' };
	const REQUIRED: Way = { kind: 'required' };
	let chosen = $state.raw<Way>(PAID);
	let zone = $state<Zone>('payments');
	let pointed = $state.raw<CalendarDate | null>(null);
	let picked = $state.raw<CalendarDate | null>(null);

	const stated = $derived(debt ? statedDebt(debt, asOf) : null);
	const way = $derived(debt && isThere(debt, chosen) ? chosen : PAID);
	const baselineWay = $derived(debt && isThere(debt, debt.baseline) ? debt.baseline : REQUIRED);
	const required = $derived(stated && carryOut(stated, REQUIRED));
	const paid = $derived(stated && carryOut(stated, PAID));
	const baseline = $derived(
		stated && (sameWay(baselineWay, REQUIRED) ? required : carryOut(stated, baselineWay))
	);
	const carried = $derived(stated && (sameWay(way, PAID) ? paid : carryOut(stated, way)));

	const sentence = $derived.by((): Sentence => {
		if (!debt) return [{ text: t('This debt is no longer in the …') }];
		if (!stated || !carried || !baseline) {
			return [
				{
					text: t('Still missing: {missingInWords}', {
						missingInWords: missingInWords(missingOf(debt), writing)
					})
				}
			];
		}
		const alike = sameWay(way, baselineWay) || sameRun(carried.run, baseline.run);
		const against = alike ? null : baselineName(baselineWay, debt, writing);
		return waySentence(stated, measured(carried, baseline), against, writing);
	});

	const before = $derived(desk.before.ofDebt(id));

	const shown = $derived.by((): [NamedRun, ...NamedRun[]] | null => {
		if (!debt || !carried || !baseline || !paid) return null;
		const named = ({ way, run }: typeof carried) => ({ name: wayName(way, debt, writing), run });
		const [first, ...others] = drawnOnce(carried, baseline, paid);
		return [named(first), ...others.map(named)];
	});

	const others = $derived(
		[...carriedOut(desk.document, 'paid')].flatMap(([other, { run }]) => {
			const entry = desk.debt(other);
			return other === id || !entry || run.ending.status !== 'cleared'
				? []
				: [{ id: other, name: nameOf(entry, writing), ends: run.ending.payoffDate }];
		})
	);

	/** The working that is open: figures of a way, each opened from the one before; or a written one. */
	interface Opened {
		readonly anchor: HTMLElement;
		readonly way: Way;
		readonly figures: readonly Figure[];
		readonly written?: WrittenWorking;
	}
	let opened = $state.raw<Opened | null>(null);
	const working = $derived.by(() => {
		if (!opened || !stated || !baseline || opened.written) return opened?.written ?? null;
		const figure = opened.figures.at(-1);
		const own = carryOut(stated, opened.way);
		const found = figure && workingOf(own, baseline, figure);
		return found ? writeWorking(found, writing) : null;
	});

	function open(figure: Figure, anchor: HTMLElement, of: Way = way): void {
		opened = { anchor, way: of, figures: [figure] };
	}

	const work = (written: WrittenWorking, anchor: HTMLElement) =>
		(opened = { anchor, way, figures: [], written });

	function turn(figures: readonly Figure[]): void {
		if (opened) opened = { ...opened, figures };
	}

	function close(): void {
		const { anchor } = opened ?? editing ?? {};
		opened = null;
		editing = null;
		anchor?.focus();
	}

	/** What happens that is being written down: there already, or not until something is known of it. */
	interface Editing {
		readonly anchor: HTMLElement;
		readonly draft: EventEntry;
	}
	/** Where the amount that is paid comes to be less than the minimum. */
	const short = $derived(stated && way === PAID ? uncovered(stated) : null);

	let editing = $state.raw<Editing | null>(null);
	const edited = $derived(
		editing && (debt?.events.find((item) => item.id === editing?.draft.id) ?? null)
	);

	function add(date: CalendarDate | null, anchor: HTMLElement): void {
		if (!debt || !stated) return;
		const day = date ?? picked ?? pointed ?? stated.known.firstDue;
		editing = { anchor, draft: newEvent('extra', day, debt) };
	}

	function edit(event: string, anchor: HTMLElement): void {
		const draft = debt?.events.find((item) => item.id === event);
		if (draft) editing = { anchor, draft };
	}

	function write(item: EventEntry): void {
		if (!debt) return;
		const words = eventKind(item.kind, writing);
		change(words, { events: withEvent(debt.events, item) });
	}

	function remove(event: string): void {
		if (!debt) return;
		const rest = debt.events.filter((item) => item.id !== event);
		change(t('events'), { events: rest });
		if (editing) close();
	}

	function pick(date: CalendarDate): void {
		[picked, zone] = [date, 'payments'];
	}

	function pay(so: Way): void {
		const pays = stated && paysAs(stated, so);
		if (!debt) return;
		if (pays) change(t('payment method'), paidIn(debt, pays));
		else if (so.kind === 'without') {
			const events = debt.events.map((item) =>
				item.id === so.event ? { ...item, off: true } : item
			);
			change(t('payment method'), { events });
		}
		chosen = PAID;
	}

	function change(field: string, fields: Partial<DebtEntry>): void {
		if (!debt) return;
		const what = t('{field} of {debt}', { field, debt: nameOf(debt, writing) });
		// What is only noted changes no answer.
		if ('noted' in fields || 'statement' in fields) desk.changeDebt(id, what, fields);
		else desk.before.varyDebt(id, what, fields);
	}

	function putBack(): void {
		if (before && debt) {
			const { compared, baseline } = debt;
			desk.changeDebt(id, t('restoring {before}', { before: nameOf(before, writing) }), {
				...before,
				compared,
				baseline
			});
		}
		desk.before.letGoDebt(id);
	}
</script>

<svelte:head><title>{debt ? nameOf(debt, writing) : t('Debt')} · Residuum</title></svelte:head>

<main class:roomy={zone === 'statement'}>
	<h1 class="unseen">{debt ? nameOf(debt, writing) : t('Debt')}</h1>
	<div class="top">
		<Answer {sentence} onopen={(of, at) => of.of !== 'plan' && of.of !== 'drift' && open(of, at)} />
		{#if short}
			<UncoveredLine
				{short}
				{writing}
				onpay={(amount) =>
					change('payment', { pays: { kind: 'fixed', amount, paymentsPerYear: null } })}
			/>
		{/if}
		{#if debt && carried}
			<DeadlineLines {debt} {carried} {writing} onchange={change} />
		{/if}
		{#if before && debt && carried && !same(before, debt)}
			<BeforeChange
				{before}
				{asOf}
				{carried}
				{writing}
				onundo={putBack}
				onkeep={() => desk.before.letGoDebt(id)}
			/>
		{/if}
	</div>

	{#if debt}
		<div class="terms">
			{#key id}
				<Terms
					{debt}
					{writing}
					{asOf}
					people={desk.document.people}
					required={required?.run ?? null}
					paid={paid?.run ?? null}
					onchange={change}
				/>
				{#if stated && paid && stated.known.opening > 0}
					<SolveFor
						{debt}
						{stated}
						firstPayment={paid.run.firstPayment}
						{writing}
						{others}
						onuse={change}
						onwork={work}
					/>
				{/if}
			{/key}
		</div>
	{/if}

	{#if debt && stated && carried && baseline && shown && carried.run.starting > 0}
		<div class="pictures">
			<Pictures
				{debt}
				{stated}
				terms={carried.terms}
				{shown}
				{writing}
				{hue}
				{pointed}
				onpoint={(date) => (pointed = date)}
				onpick={pick}
				onadd={add}
				onopen={edit}
				onchange={write}
				onremove={remove}
			/>
		</div>
		<div class="lower">
			<LowerZone
				{debt}
				{stated}
				{carried}
				{baseline}
				{writing}
				{hue}
				{pointed}
				{picked}
				{zone}
				onzone={(to) => (zone = to)}
				onpoint={(date) => (pointed = date)}
				onadd={add}
				onopen={open}
				onway={(to) => (chosen = to)}
				onpay={pay}
				oncompare={(what, fields) =>
					desk.changeDebt(id, t('{what} of {debt}', { what, debt: nameOf(debt, writing) }), fields)}
			>
				{#snippet statement()}
					<StatementZone {desk} {debt} onchange={change} onwork={work} />
				{/snippet}
			</LowerZone>
		</div>
	{/if}
	{#if working && opened}
		<WorkingNote
			{working}
			anchor={opened.anchor}
			deep={opened.figures.length > 1}
			onopen={(figure) => turn([...(opened?.figures ?? []), figure])}
			onback={() => turn((opened?.figures ?? []).slice(0, -1))}
			onclose={close}
		/>
	{/if}
	{#if debt && editing}
		<EventNote
			{debt}
			event={edited ?? editing.draft}
			fresh={edited === null}
			{writing}
			{asOf}
			anchor={editing.anchor}
			onchange={write}
			onremove={() => editing && remove(editing.draft.id)}
			onclose={close}
		/>
	{/if}
</main>

<style>
	main {
		display: grid;
		grid-template:
			'top top' auto
			'terms pictures' minmax(260px, 1.1fr)
			'terms lower' minmax(230px, 1fr)
			/ 312px minmax(0, 1fr);
		height: calc(100dvh - 48px);
		min-height: 700px;
	}

	/* A statement is longer than the pictures need to be high. */
	.roomy {
		grid-template-rows: auto minmax(210px, 0.7fr) minmax(320px, 1.3fr);
	}

	.top {
		grid-area: top;
		padding: 16px 24px 14px;
		border-bottom: 1px solid var(--hairline);
	}

	.terms {
		grid-area: terms;
		padding-block: 12px 14px;
		padding-inline: 24px 18px;
		overflow-y: auto;
		border-inline-end: 1px solid var(--hairline);
	}

	.pictures,
	.lower {
		min-width: 0;
		min-height: 0;
		padding-block: 10px 0;
		padding-inline: 20px 24px;
	}

	.pictures {
		grid-area: pictures;
	}

	.lower {
		grid-area: lower;
		padding-top: 6px;
	}

	@media screen and (width < 1200px) {
		main {
			grid-template-columns: 290px minmax(0, 1fr);
		}

		.pictures,
		.lower {
			padding-inline: 12px;
		}

		.terms {
			padding-block: 12px 14px;
			padding-inline: 18px 12px;
		}
	}

	@media screen and (width < 900px) {
		main {
			display: block;
			height: auto;
			min-height: 0;
		}

		.terms {
			border-inline-end: 0;
		}

		.pictures {
			height: 540px;
		}

		.lower {
			height: 380px;
		}
	}
</style>
