<!-- The budget sheet by the calendar: what comes in, what is needed, what is put aside, and what each month leaves. -->
<script lang="ts">
	import { moneyMonths, type MoneyMonth } from '$lib/core/plan/money-months';
	import { LIMITS } from '$lib/core/quantities/limits';
	import type { CaseDesk } from '$lib/desk/case-desk.svelte';
	import type { PlanInHand } from '$lib/desk/plan-in-hand.svelte';
	import { Refusal } from '$lib/exchange/bytes';
	import type { PlanEntry, Sheet } from '$lib/document/plan';
	import { frequencyCalled } from '$lib/words/amounts';
	import { barInWords, monthLines, sheetSentence } from '$lib/words/budget-sheet';
	import Note from '$lib/ui/Note.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import MoneyMonths from './MoneyMonths.svelte';
	import SavingsTerms from './SavingsTerms.svelte';
	import SheetSide from './SheetSide.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		desk: CaseDesk;
		hand: PlanInHand;
		onvary: (what: string, fields: Partial<PlanEntry>) => void;
		onmonth: (month: number) => void;
		onclose: () => void;
	}
	const { desk, hand, onvary, onmonth, onclose }: Props = $props();
	const { sheet, sheetTerms, writing, entry, plan } = $derived(hand);

	const MONTHS = 12;
	/** Rows that were not taken are named up to so many. */
	const NAMED = 4;
	const follows = $derived(entry.budget.kind === 'sheet');
	const months = $derived(moneyMonths(sheetTerms, plan, follows, MONTHS));
	const isEmpty = $derived(sheet.income.length + sheet.needs.length === 0);

	type Side = keyof Sheet;
	const SIDES: readonly { readonly side: Side; readonly title: string; readonly hint: string }[] = [
		{ side: 'income', title: t('Income'), hint: t('take-home pay') },
		{ side: 'needs', title: t('Living expenses'), hint: t('rent, food, …') }
	];

	const write = (side: Side, lines: Sheet[Side]) =>
		desk.before.varySheet(entry.id, t('budget sheet'), { ...sheet, [side]: lines });

	/** Why pasted rows, or some of them, were not taken. */
	let problem = $state<string | null>(null);

	async function paste(side: Side, text: string): Promise<void> {
		problem = null;
		const { budgetRows } = await import('$lib/exchange/budget-rows');
		try {
			const { lines, unread } = budgetRows(
				text,
				hand.asOf,
				(words) => frequencyCalled(writing, words),
				desk.document.people,
				writing
			);
			const all = (of: Side) => [
				...sheet[of],
				...lines.filter((row) => (row.side ?? side) === of).map(({ line }) => line)
			];
			const both = { income: all('income'), needs: all('needs') };
			desk.before.varySheet(entry.id, t('budget sheet'), {
				income: both.income.slice(0, LIMITS.sheetLines),
				needs: both.needs.slice(0, LIMITS.sheetLines)
			});
			const over = [both.income, both.needs].flatMap((of) =>
				of.slice(LIMITS.sheetLines).map(({ name }) => name)
			);
			const left = [...unread, ...over];
			if (left.length > 0) {
				const rows = left.slice(0, NAMED).join('; ');
				problem = t('Not taken: {rows}', { rows, more: Math.max(0, left.length - NAMED) });
			}
		} catch (error) {
			if (!(error instanceof Refusal)) throw error;
			problem = error.message;
		}
	}

	let region = $state<HTMLElement>();
	/** From the end of a side on to the next one's first field. */
	function goOn(side: Side): void {
		const next = side === 'income' ? '.needs input' : '.saved input';
		region?.querySelector<HTMLElement>(next)?.focus();
	}

	let opened = $state.raw<{ readonly month: MoneyMonth; readonly anchor: HTMLElement } | null>(
		null
	);
	function open(month: MoneyMonth, anchor: HTMLElement): void {
		opened = { month, anchor };
		if (month.required !== null) onmonth(month.month);
	}
	function closeNote(): void {
		const back = opened?.anchor;
		opened = null;
		back?.focus();
	}

	/** The empty line of what comes in is typed on next; the answer above it stays in view. */
	const begin = (element: HTMLElement) =>
		element
			.querySelector<HTMLElement>('.income .line:last-child input')
			?.focus({ preventScroll: true });

	function key(event: KeyboardEvent): void {
		if (event.key !== 'Escape' || event.defaultPrevented || opened) return;
		event.preventDefault();
		onclose();
	}
</script>

<!-- Escape closes it from anywhere inside. -->
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<section aria-label={t('Budget sheet')} bind:this={region} onkeydown={key}>
	<p class="said">
		<span>
			<Phrases sentence={sheetSentence(sheet, months, follows, writing)} />
			{#if !follows && !isEmpty}
				<button
					type="button"
					class="use"
					onclick={() => onvary(t('monthly budget'), { budget: { kind: 'sheet' } })}
					>{t('Make it the plan’s money')}</button
				>
			{/if}
		</span>
		<button type="button" class="close" onclick={onclose}>{t('Close')}</button>
	</p>
	{#if !isEmpty}
		<div class="picture"><MoneyMonths {months} {writing} onopen={open} /></div>
	{/if}
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
	<div class="sides" class:whose={desk.document.people.length > 0} {@attach begin}>
		{#each SIDES as { side, title, hint } (side)}
			<div class={side}>
				<SheetSide
					{title}
					{hint}
					lines={sheet[side]}
					asOf={hand.asOf}
					people={desk.document.people}
					{writing}
					onchange={(lines) => write(side, lines)}
					onpaste={(text) => void paste(side, text)}
					ondone={() => goOn(side)}
				/>
			</div>
		{/each}
		<div class="saved">
			<SavingsTerms
				savings={entry.savings}
				{plan}
				without={hand.withoutSavings}
				{writing}
				onchange={(savings) => onvary(t('savings'), { savings })}
			/>
		</div>
	</div>
</section>
{#if opened}
	{@const { month, anchor } = opened}
	<Note title={barInWords(month, writing)} {anchor} onclose={closeNote}>
		{#each monthLines(sheet, sheetTerms, month, writing) as line, at (at)}<p>{line}</p>{/each}
	</Note>
{/if}

<style>
	section {
		display: grid;
		gap: 4px;
	}

	.said {
		display: grid;
		grid-template-columns: minmax(0, 1fr) auto;
		gap: 16px;
		align-items: start;
		font-size: 17px;
		line-height: 1.4;
	}

	.said button {
		color: var(--act);
		font-size: 14px;
		font-weight: 600;
	}

	.use {
		margin-inline-start: 12px;
	}

	.picture {
		display: grid;
		grid-template-rows: auto minmax(0, 1fr);
		height: 27vh;
		min-height: 190px;
	}

	.problem {
		color: var(--interest);
		font-size: 14px;
		overflow-wrap: anywhere;
	}

	.sides {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) 228px;
		border-top: 1px solid var(--hairline);
	}

	/* Whose each line is takes room that its name needs: savings go below. */
	.whose {
		grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
	}

	.whose .saved {
		grid-column: 1 / -1;
		max-width: 420px;
	}

	.sides > * {
		padding-block: 6px 10px;
		padding-inline: 0 18px;
	}

	.sides > * + * {
		padding-inline-start: 18px;
		border-inline-start: 1px solid var(--hairline);
	}

	.sides.whose > .saved {
		padding-inline-start: 0;
		border-inline-start: 0;
	}

	@media screen and (width < 1100px) {
		.sides {
			grid-template-columns: minmax(0, 1fr);
		}

		.sides > * + * {
			padding-inline-start: 0;
			border-inline-start: 0;
		}
	}
</style>
