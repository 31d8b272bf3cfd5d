<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import type { PlanFigure } from '$lib/core/working/plan-figure';
	import { deskInUse } from '$lib/desk/case-desk.svelte';
	import { withEvent } from '$lib/desk/debt-entry';
	import { newPlanEvent } from '$lib/desk/plan-entry';
	import { PlanInHand } from '$lib/desk/plan-in-hand.svelte';
	import { type Listed } from '$lib/words/plan';
	import { measureChoices, orderWords } from '$lib/words/plan-names';
	import type { DebtEntry } from '$lib/document/debt';
	import { isWhose, ownerOf, payersOf } from '$lib/document/household';
	import type { PlanEntry, PlanEvent } from '$lib/document/plan';
	import type { Phrase } from '$lib/messages/sentence';
	import NothingYet from '$lib/ui/NothingYet.svelte';
	import Note from '$lib/ui/Note.svelte';
	import EveryMonth from './EveryMonth.svelte';
	import MoneyZone from './MoneyZone.svelte';
	import MonthStrip from './MonthStrip.svelte';
	import OrderList from './OrderList.svelte';
	import PlanHead from './PlanHead.svelte';
	import PlanEventNote from './PlanEventNote.svelte';
	import PlanPanels, { type Panel } from './PlanPanels.svelte';
	import PlanPicture from './PlanPicture.svelte';
	import { eventByKey } from './month-keys';
	import { cureInFirst, whyDebtGets, type Why } from './reasons';
	import { t } from '$lib/words/labels/plan';

	const inUse = deskInUse();
	const desk = $derived(inUse());
	const hand = new PlanInHand(inUse, () => page.url.searchParams.get('of'));
	const { asOf, writing, entry, entries, debts, listed, plan, baseline } = $derived(hand);
	const { order, events } = $derived(entry);
	/** The question about many cases from which this one was opened. */
	const whatIf = $derived(page.url.searchParams.get('what-if'));
	const people = $derived(desk.document.people);
	const owners = $derived(payersOf(desk.document, debts).owners);
	const { whose } = $derived(desk.onScreen);

	$effect(() => {
		desk.onScreen.plan = entry.id;
	});

	let head = $state<ReturnType<typeof PlanHead>>();
	/** The panel open beside the plan. */
	let panel = $state<Panel>(null);
	const turnPanel = (which: Panel) => (panel = panel === which ? null : which);

	const month = $derived(Math.min(desk.onScreen.month, Math.max(plan.months, 1)));
	const kept = $derived(plan.kept[month - 1]);
	const pick = (to: number) => (desk.onScreen.month = to);

	let why = $state.raw<Why | null>(null);
	let editing = $state.raw<{ anchor: HTMLElement; draft: PlanEvent } | null>(null);
	const edited = $derived(editing && (events.find(({ id }) => id === editing?.draft.id) ?? null));

	const nameOfDebt = hand.nameOf;
	let opened = $state.raw<{ readonly figure: PlanFigure; readonly anchor: HTMLElement } | null>(
		null
	);

	function open(figure: NonNullable<Phrase['opens']>, anchor: HTMLElement): void {
		if (figure.of === 'plan') opened = { figure, anchor };
	}

	function explain(at: number, debt: Listed, anchor: HTMLElement): void {
		why = whyDebtGets(plan, at, debt, hand.terms, anchor, writing);
	}

	function cure(anchor: HTMLElement): void {
		why = cureInFirst(plan, nameOfDebt, anchor, writing);
	}

	function add(date: CalendarDate, anchor: HTMLElement): void {
		editing = { anchor, draft: newPlanEvent(date) };
	}

	function edit(id: string, anchor: HTMLElement): void {
		const draft = events.find((item) => item.id === id);
		if (draft) editing = { anchor, draft };
	}

	function write(item: PlanEvent): void {
		vary(t('change to the monthly budget'), { events: withEvent(events, item) });
	}

	function remove(id: string): void {
		vary(t('change to the monthly budget'), {
			events: events.filter((item) => item.id !== id)
		});
		if (editing) close();
	}

	function changeOffer(
		{ id, name, events: all }: DebtEntry,
		offer: string,
		changed: DebtEntry['events'][number] | null
	): void {
		const others = all.filter((item) => item.id !== offer);
		const events = changed ? withEvent(all, changed) : others;
		desk.before.varyPlannedDebt(entry.id, id, t('event, {name}', { name }), { events });
	}

	function close(): void {
		const { anchor } = why ?? editing ?? opened ?? {};
		why = null;
		opened = null;
		editing = null;
		anchor?.focus();
	}

	function vary(what: string, fields: Partial<PlanEntry>): void {
		desk.before.varyPlan(entry.id, what, fields);
	}

	function setMoney(budget: PlanEntry['budget']): void {
		vary(t('monthly budget'), { budget });
	}

	/** Whether every month is shown as a table, in place of the picture. */
	let asTable = $state(false);

	function key(event: KeyboardEvent): void {
		if (event.key === 'F7' && plan.months > 0) {
			event.preventDefault();
			asTable = !asTable;
			return;
		}
		const to = eventByKey(event, hand.events, month);
		if (to === undefined) return;
		event.preventDefault();
		pick(to);
	}
</script>

<svelte:head
	><title>{t('Plan · {label}', { label: desk.document.label })} · Residuum</title></svelte:head
>
<svelte:window onkeydown={key} />

{#if debts.length === 0}
	<main class="empty">
		<h1 class="unseen">{t('Plan of {label}', { label: desk.document.label })}</h1>
		<NothingYet what={t('There is nothing to plan yet')} href="/cases/{desk.id}" />
	</main>
{:else}
	<main class:asTable={asTable || panel === 'sheet'} class:sheet={panel === 'sheet'}>
		<h1 class="unseen">{t('Plan of {label}', { label: desk.document.label })}</h1>
		<div class="top">
			<PlanHead
				bind:this={head}
				{desk}
				{hand}
				onopen={open}
				saysShort={panel !== 'sheet'}
				onmonth={pick}
				oncure={cure}
				onvary={vary}
			/>
			{#if whatIf}
				{#await import('./WhatIfNote.svelte') then { default: WhatIfNote }}
					<WhatIfNote {desk} {entry} run={whatIf} />
				{/await}
			{/if}
		</div>
		{#if hand.refusal}
			<p class="open">
				{t('Figures appear once the plan’s changes to …')}
			</p>
		{:else}
			<div class="order">
				<OrderList
					{plan}
					debts={listed}
					{order}
					listed={entry.listed}
					{writing}
					hrefOf={(id) => `/cases/${desk.id}/debts/${id}`}
					onopen={(name, element) => open({ of: 'plan', name }, element)}
					isShown={(id) => isWhose(people, { owner: ownerOf(desk.document.debts, id) }, whose)}
					aside={hand.aside}
					onaside={(id, isAside) =>
						vary(t('left aside, {name}', { name: nameOfDebt(id) }), {
							aside: isAside ? [...entry.aside, id] : entry.aside.filter((other) => other !== id)
						})}
					onorder={(to) => vary(t('order, {to}', { to: orderWords(to, writing) }), { order: to })}
					onlist={(ids) => vary(t('the order'), { order: 'listed', listed: [...ids] })}
				>
					{#if people.length > 0}
						{#await import('./OwnPart.svelte') then { default: OwnPart }}
							<OwnPart
								{plan}
								{people}
								{owners}
								{whose}
								{writing}
								onwhose={(to) => (desk.onScreen.whose = to)}
							/>
						{/await}
					{/if}
				</OrderList>
				<p class="asks">
					<button type="button" onclick={() => turnPanel('search')}
						>{t('The cheapest order ›')}</button
					>
					<button type="button" onclick={() => turnPanel('short')}
						>{t('If money is short ›')}</button
					>
					<button type="button" onclick={() => turnPanel('sure')}>{t('Stress test ›')}</button>
					<button type="button" onclick={() => turnPanel('deposit')}>{t('One deposit ›')}</button>
					{#if people.length > 1}
						<button type="button" onclick={() => turnPanel('who')}>{t('Who pays ›')}</button>
					{/if}
				</p>
			</div>
			{#if panel === 'sheet'}
				<div class="months">
					{#await import('./BudgetSheet.svelte') then { default: BudgetSheet }}
						<BudgetSheet
							{desk}
							{hand}
							onvary={vary}
							onmonth={pick}
							onclose={() => (panel = null)}
						/>
					{/await}
				</div>
			{:else if asTable && plan.months > 0}
				<div class="months">
					<EveryMonth
						{plan}
						terms={hand.terms}
						debts={listed}
						{writing}
						{month}
						onmonth={pick}
						onopen={open}
						onwhy={explain}
						onclose={() => (asTable = false)}
					/>
				</div>
			{:else if plan.starting > 0}
				<div class="picture">
					<PlanPicture
						{plan}
						{baseline}
						{entry}
						debts={listed}
						{entries}
						{asOf}
						{writing}
						{month}
						onmonth={pick}
						measures={measureChoices(hand.plans, writing)}
						against={hand.against}
						measureWords={hand.measureWords}
						onbaseline={(against) =>
							desk.change(t('comparison'), (document) => ({ ...document, against }))}
						onfigure={open}
						onadd={add}
						onopen={edit}
						onchange={write}
						onremove={remove}
						onoffer={changeOffer}
						onplanchange={(place, changed) =>
							vary(t('changes to the debts'), {
								changes: entry.changes.map((change, at) => (at === place ? changed : change))
							})}
						onopenchange={(place) => head?.showChange(place)}
						onopendebt={({ id }) => goto(`/cases/${desk.id}/debts/${id}`)}
					/>
				</div>
				<div class="strip">
					{#if kept}
						<MonthStrip
							{plan}
							month={kept}
							debts={listed}
							events={hand.events}
							{writing}
							onmonth={pick}
							onopen={open}
							onwhy={(debt, element) => explain(month, debt, element)}
							onmonths={() => (asTable = true)}
						/>
					{/if}
				</div>
			{/if}
			<div class="bar screen-only">
				<MoneyZone
					{hand}
					onchange={setMoney}
					onbegin={(begins) => vary(t('start of the plan'), { begins })}
					onsheet={() => turnPanel('sheet')}
				/>
			</div>
		{/if}
	</main>
{/if}

<PlanPanels
	{panel}
	document={desk.document}
	{hand}
	{month}
	onmonth={pick}
	onsplit={(split) => vary(t('who pays how much'), { split })}
	onprogramme={(programme) => vary(t('one deposit'), { programme })}
	onshort={(shortOrder) => vary(t('order of short months'), { shortOrder })}
	onkind={(id, kind) =>
		desk.before.varyPlannedDebt(entry.id, id, t('kind, {name}', { name: nameOfDebt(id) }), {
			kind
		})}
	onlist={(ids) => {
		panel = null;
		vary(t('the order'), { order: 'listed', listed: [...ids] });
	}}
	onclose={() => (panel = null)}
/>
{#if opened}
	{#await import('./PlanWorkingNote.svelte') then { default: PlanWorkingNote }}
		<PlanWorkingNote
			figure={opened.figure}
			{plan}
			debts={hand.debts}
			{baseline}
			nameOf={nameOfDebt}
			{writing}
			anchor={opened.anchor}
			onclose={close}
		/>
	{/await}
{/if}
{#if why}
	<Note title={why.title} anchor={why.anchor} onclose={close}>
		<!-- Two debts may be called alike. -->
		{#each why.lines as line, at (at)}<p>{line}</p>{/each}
	</Note>
{/if}
{#if editing}
	<PlanEventNote
		event={edited ?? editing.draft}
		fresh={edited === null}
		{writing}
		{asOf}
		bySheet={entry.budget.kind === 'sheet'}
		anchor={editing.anchor}
		onchange={write}
		onremove={() => editing && remove(editing.draft.id)}
		onclose={close}
	/>
{/if}

<style>
	main {
		display: grid;
		grid-template:
			'top top' auto
			'order picture' minmax(316px, 1fr)
			'order strip' auto
			'bar bar' auto
			/ 312px minmax(0, 1fr);
		/* Where much has to be said, the page is scrolled: the chart stays large enough to be read. */
		min-height: calc(100dvh - 48px);
	}

	main.empty {
		display: block;
		padding: 26px 24px;
	}

	.top {
		grid-area: top;
		padding: 16px 24px 14px;
		border-bottom: 1px solid var(--hairline);
	}

	.order {
		display: grid;
		grid-area: order;
		grid-template-rows: minmax(0, 1fr) auto;
		min-height: 100%;
		padding-top: 8px;
		border-inline-end: 1px solid var(--hairline);
		/* As high as what stands beside it; a long list is scrolled in it. */
		contain: size;
	}

	.open {
		grid-row: 2;
		grid-column: 1 / -1;
		padding: 24px;
		color: var(--quiet);
		font-style: italic;
	}

	.asks {
		display: flex;
		flex-wrap: wrap;
		gap: 0 20px;
		padding: 8px 24px 10px;
		border-top: 1px solid var(--row-line);
	}

	.asks button {
		min-height: var(--target);
		color: var(--act);
		font-size: 14px;
		font-weight: 600;
		white-space: nowrap;
	}

	.picture,
	.strip {
		min-width: 0;
		min-height: 0;
		padding-block: 8px 0;
		padding-inline: 20px 24px;
	}

	.picture {
		grid-area: picture;
		contain: size;
	}

	.strip {
		grid-area: strip;
		padding-bottom: 10px;
	}

	/* The money stays in reach, however far the page is scrolled. */
	.bar {
		position: sticky;
		z-index: 2;
		bottom: 0;
		grid-area: bar;
		background: var(--ground);
	}

	/* The table takes the whole width: twelve debts have a column each. */
	.asTable {
		height: calc(100dvh - 48px);
		min-height: 640px;
	}

	.asTable .order {
		display: none;
	}

	/* All lines of the sheet are there, however many. */
	.sheet {
		grid-template-rows: auto minmax(0, auto) auto auto;
		height: auto;
		min-height: calc(100dvh - 48px);
	}

	.months {
		grid-row: 2 / 4;
		grid-column: 1 / -1;
		min-width: 0;
		min-height: 0;
		padding: 8px 24px 0;
	}

	@media screen and (width < 1200px) {
		main {
			grid-template-columns: 300px minmax(0, 1fr);
		}
	}

	/* Zoomed in, or on a small tablet, one below the other, and the page is scrolled. */
	@media screen and (width < 900px) {
		main {
			display: block;
			height: auto;
			min-height: 0;
		}

		.order {
			min-height: 0;
			border-inline-end: 0;
			contain: none;
		}

		.picture {
			height: 340px;
		}

		.months {
			height: 70dvh;
		}
	}
</style>
