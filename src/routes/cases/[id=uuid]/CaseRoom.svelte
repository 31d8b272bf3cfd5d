<script lang="ts">
	import { beforeNavigate, goto } from '$app/navigation';
	import { page } from '$app/state';
	import { CaseDesk, putOnDesk } from '$lib/desk/case-desk.svelte';
	import { beforeWorkEnds, onSignedInAgain } from '$lib/desk/session';
	import { sayTakenAlong } from '$lib/desk/requests';
	import { codeAhead } from '../../code-ahead';
	import { placeOf } from '$lib/document/place';
	import { nameOf } from '$lib/words/debt';
	import Notice from '$lib/ui/Notice.svelte';
	import type { CaseState } from '$lib/document/case';
	import type { Subject } from '$lib/handout/outgoing';
	import TopLine from '$lib/ui/TopLine.svelte';
	import PackageOpen from '@lucide/svelte/icons/package-open';
	import Presentation from '@lucide/svelte/icons/presentation';
	import Redo2 from '@lucide/svelte/icons/redo-2';
	import Undo2 from '@lucide/svelte/icons/undo-2';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { onMount, untrack } from 'svelte';
	import type { Person } from '$lib/document/people';
	import type { Snippet } from 'svelte';
	import OthersHere from './OthersHere.svelte';
	import SavingLine from './SavingLine.svelte';
	import { t } from '$lib/words/labels/case';

	interface Props {
		/** As the server has it. */
		state: CaseState;
		/** Whose desk it is; null where there are no people to be told apart. */
		person: Pick<Person, 'id'> | null;
		/** Whether they may give out a full copy of the case. */
		givesOut: boolean;
		today: CalendarDate;
		children: Snippet;
	}
	const { state: loaded, person, givesOut, today, children }: Props = $props();

	/** One desk for as long as the case is open, whatever is loaded anew: what it has still to save is in it. */
	let held: CaseDesk | null = null;
	const deskOf = (state: CaseState): CaseDesk =>
		held?.id === state.id ? held : (held = new CaseDesk(state, person?.id ?? null));
	const desk = $derived(deskOf(loaded));
	putOnDesk(() => desk);
	$effect(() => {
		const opened = desk;
		untrack(() => opened.takeUp());
	});

	onMount(() => {
		const forget = onSignedInAgain(() => void held?.flush());
		const isDone = beforeWorkEnds(async () => held?.flush());
		return () => {
			forget();
			// Also where a page that could not be opened has taken its place: what is not saved then is before another is loaded.
			held?.leave();
			if (held?.saving.kind === 'saved') isDone();
		};
	});

	const debt = $derived(page.params.debt === undefined ? undefined : desk.debt(page.params.debt));
	const path = $derived([
		{ name: t('Casebook'), href: '/' },
		{ name: desk.document.label, href: `/cases/${desk.id}` },
		...(debt
			? [{ name: nameOf(debt, desk.writing), href: `/cases/${desk.id}/debts/${debt.id}` }]
			: [])
	]);

	const planHref = $derived(`/cases/${desk.id}/plan`);
	const sideHref = $derived(`/cases/${desk.id}/plans`);
	const handoutHref = $derived(`/cases/${desk.id}/handout`);
	const progressHref = $derived(`/cases/${desk.id}/progress`);

	// The other views, a debt and the casebook.
	onMount(() =>
		codeAhead(() => [
			...views.map(({ href }) => new URL(href, location.href).pathname),
			`/cases/${desk.id}/debts/${desk.id}`,
			'/'
		])
	);

	/** The subject of this screen, which decides what can be exported. */
	const subject = $derived.by((): Subject => {
		if (debt) return { of: 'debt', id: debt.id };
		const here = page.url.pathname;
		if (here === sideHref) return { of: 'plans' };
		if (here === `/cases/${desk.id}`) return { of: 'case' };
		const plan = desk.planMeant(page.url.searchParams.get('of'));
		return plan ? { of: 'plan', id: plan.id } : { of: 'case' };
	});
	/** The plans that this screen speaks of, for a client to look at; none on the debts. */
	const plansHere = $derived(
		subject.of === 'plans'
			? desk.document.plans.filter(({ hidden }) => !hidden)
			: subject.of === 'plan'
				? desk.document.plans.filter(({ id }) => id === subject.id)
				: []
	);
	let turning = $state.raw<HTMLElement | null>(null);
	let turnButton = $state<HTMLElement>();
	let taking = $state.raw<HTMLElement | null>(null);

	const views = $derived([
		{
			name: t('Debts'),
			// From the plan the same key goes back.
			...(page.url.pathname === planHref ? { key: 'F8' } : {}),
			href: `/cases/${desk.id}`,
			here: page.url.pathname === `/cases/${desk.id}`
		},
		{ name: t('Plan'), key: 'F8', href: planHref, here: page.url.pathname === planHref },
		{ name: t('Side by side'), key: 'F9', href: sideHref, here: page.url.pathname === sideHref },
		{ name: t('Client handout'), href: handoutHref, here: page.url.pathname === handoutHref },
		{
			name: t('Progress'),
			key: 'F4',
			href: progressHref,
			here: page.url.pathname === progressHref
		}
	]);

	/** Whoever leaves the case finds it saved: what waits is sent before the next screen is asked for. */
	beforeNavigate((navigation) => {
		const { to, type } = navigation;
		if (desk.saving.kind !== 'saving' || to === null || type === 'leave') return;
		if (to.params?.['id'] === desk.id) return;
		navigation.cancel();
		void desk
			.flush()
			.then(() => (type === 'popstate' ? history.go(navigation.delta) : goto(to.url)));
	});

	/** A step is shown where it was taken. */
	$effect(() => {
		const { stepped } = desk;
		if (stepped) untrack(() => goToPlace(placeOf(stepped.before, stepped.after)));
	});
	function goToPlace(place: ReturnType<typeof placeOf>): void {
		if (place === null) return;
		const home = `/cases/${desk.id}`;
		const here = page.url.pathname;
		const shows =
			place.of === 'debts'
				? [home]
				: place.of === 'progress'
					? [progressHref]
					: place.of === 'debt'
						? [home, `${home}/debts/${place.id}`]
						: [planHref, sideHref];
		if (shows.includes(here)) return;
		if (place.of === 'progress') void goto(progressHref);
		else if (place.of === 'debt' && here !== home) void goto(`${home}/debts/${place.id}`);
		else void goto(place.of === 'plan' ? `${planHref}?of=${place.id}` : home);
	}

	/** One key leads from the debts to the plan and back, one to all plans side by side, one to what happened. */
	function turn(event: KeyboardEvent): void {
		const here = page.url.pathname;
		if (event.key === 'F8') void goto(here === planHref ? `/cases/${desk.id}` : planHref);
		else if (event.key === 'F9') void goto(here === sideHref ? planHref : sideHref);
		else if (event.key === 'F6' && turnButton) turning = turnButton;
		else if (event.key === 'F4') void goto(here === progressHref ? planHref : progressHref);
		else return;
		event.preventDefault();
	}

	/** The keys of undo, unless a field is being typed in and has an undo of its own. */
	function step(event: KeyboardEvent): void {
		const key = event.key.toLowerCase();
		if (!(event.ctrlKey || event.metaKey) || (key !== 'z' && key !== 'y')) return;
		if (event.target instanceof HTMLInputElement && 'typing' in event.target.dataset) return;
		event.preventDefault();
		desk.step(key === 'y' || event.shiftKey ? 'redo' : 'undo');
	}
</script>

<svelte:window
	onkeydown={(event) => {
		step(event);
		turn(event);
	}}
	onpagehide={() => void desk.leave()}
	onbeforeunload={(event) => {
		// Where the tab can’t keep what is not saved yet, whoever leaves is asked.
		if (!desk.leave()) event.preventDefault();
	}}
/>
<svelte:document onvisibilitychange={() => document.hidden && void desk.leave()} />

<TopLine {path} {views}>
	<button type="button" onclick={(event) => (taking = event.currentTarget)}>
		<PackageOpen size={15} aria-hidden="true" />
		{t('Export')}
	</button>
	<button
		type="button"
		title={desk.undoable === null
			? t('Nothing to undo (Ctrl+Z)')
			: t('Undo: {undoable} (Ctrl+Z)', { undoable: desk.undoable })}
		disabled={desk.undoable === null}
		onclick={() => desk.step('undo')}
	>
		<Undo2 size={15} aria-hidden="true" />
		{t('Undo')}
	</button>
	<button
		type="button"
		title={desk.redoable === null
			? t('Nothing to redo (Ctrl+Shift+Z)')
			: t('Redo: {redoable} (Ctrl+Shift+Z)', { redoable: desk.redoable })}
		disabled={desk.redoable === null}
		onclick={() => desk.step('redo')}
	>
		<Redo2 size={15} aria-hidden="true" />
		{t('Redo')}
	</button>
	{#if plansHere.length > 0}
		<button
			type="button"
			aria-label={t('Turn the screen to the client (F6)')}
			title={t('Turn the screen to the client (F6)')}
			bind:this={turnButton}
			onclick={(event) => (turning = event.currentTarget)}
		>
			<Presentation size={16} aria-hidden="true" />
		</button>
	{/if}
	<SavingLine saving={desk.saving} />
</TopLine>

{#if desk.saving.kind === 'conflict'}
	{@const { mine, theirs, authors } = desk.saving}
	{#await import('./StaleChoice.svelte') then { default: StaleChoice }}
		<StaleChoice {mine} {theirs} {authors} onchoose={(choice) => desk.settle(choice)} />
	{/await}
{/if}

{#if person}
	<OthersHere caseId={desk.id} />
{/if}

{@render children()}

{#if taking}
	{@const anchor = taking}
	{#await import('./ExportNote.svelte') then { default: ExportNote }}
		<ExportNote
			caseId={desk.id}
			document={desk.document}
			{subject}
			{givesOut}
			writing={desk.writing}
			{today}
			{anchor}
			ontaken={(kind, { given }) => {
				if (given) desk.rememberCalendar(given);
				if (person) void sayTakenAlong(desk.id, kind);
			}}
			onclose={() => {
				taking?.focus();
				taking = null;
			}}
		/>
	{/await}
{/if}
{#if turning}
	{@const anchor = turning}
	{#await import('./ClientViewNote.svelte') then { default: ClientViewNote }}
		<ClientViewNote
			caseId={desk.id}
			document={desk.document}
			plans={plansHere}
			{today}
			hasPassword={person !== null}
			{anchor}
			onclose={() => {
				turning?.focus();
				turning = null;
			}}
		/>
	{/await}
{/if}
{#if desk.stepped}
	{@const { direction, what } = desk.stepped}
	<Notice
		text={direction === 'undo' ? t('Undone: {what}', { what }) : t('Redone: {what}', { what })}
		act={direction === 'undo' ? t('Redo it') : t('Undo it')}
		onact={() => desk.step(direction === 'undo' ? 'redo' : 'undo')}
		onclose={() => (desk.stepped = null)}
	/>
{/if}

<style>
	button {
		display: inline-flex;
		gap: 5px;
		align-items: center;
		color: var(--act);
	}

	button:disabled {
		color: var(--quiet);
	}
</style>
