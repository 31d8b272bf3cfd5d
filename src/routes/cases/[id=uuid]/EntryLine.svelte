<!-- One debt of the entry grid, as it is read from its statement. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { ZERO } from '$lib/core/quantities/money';
	import type { Run } from '$lib/core/debt/run';

	import { missingOf, type DebtEntry } from '$lib/document/debt';
	import { writeAmount, writeShortMonth } from '$lib/reading/written';
	import type { PersonEntry } from '$lib/document/household';
	import { split } from '$lib/document/balances';
	import { balanceInWords, usualName } from '$lib/words/account';
	import { endInWords, missingInWords, nameOf } from '$lib/words/debt';
	import type { Unread } from '$lib/exchange/taken-line';
	import type { Writing } from '$lib/reading/writing';
	import { readName } from '$lib/reading/names';
	import DebtMark from '$lib/ui/DebtMark.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { v4 as newId } from 'uuid';
	import GripVertical from '@lucide/svelte/icons/grip-vertical';
	import { dragHandle } from 'svelte-dnd-action';
	import { debtFieldReaders } from './debt-fields';
	import { COLUMNS } from './grid-keys';
	import LineTools from './LineTools.svelte';
	import OwnerChoice from './OwnerChoice.svelte';
	import RuleFields from './RuleFields.svelte';
	import { usualOffer } from './usual-offer';
	import { creditorBook } from '$lib/desk/reference-book.svelte';
	import { t } from '$lib/words/labels/case';

	interface Props {
		debt: DebtEntry;
		index: number;
		/** Whether nothing has been taken down here yet. */
		blank: boolean;
		writing: Writing;
		asOf: CalendarDate;
		/** The debt run down as it asks; null while something is missing. */
		required: Run | null;
		href: string;
		/** The people of the household, of whom one may owe it; none: it is not asked. */
		people?: readonly PersonEntry[];
		/** Whether it is not among the debts that are looked at. */
		isHidden?: boolean;
		/** Where it is not taken yet: what of it could not be read, and what else it says. */
		proposed?: { readonly unread: ReadonlyMap<string, Unread>; readonly also: string };
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
		oncopy?: () => void;
		onremove?: () => void;
		/** Keys of the whole line. */
		onkey?: (event: KeyboardEvent) => void;
	}
	const {
		debt,
		index,
		blank,
		writing,
		asOf,
		required,
		href,
		people = [],
		isHidden = false,
		proposed,
		onchange,
		oncopy,
		onremove,
		onkey
	}: Props = $props();
	const unread = $derived(proposed?.unread);

	const { money, rate, firstDue } = $derived(debtFieldReaders(writing, asOf));
	const line = $derived(
		proposed
			? t('proposed line {number}', { number: index + 1 })
			: t('line {number}', { number: index + 1 })
	);
	/** Whether the balances of the debt are unfolded below its line. */
	let isOpen = $state(false);
	const cell = (column: number) => `${index}:${column}`;
	const isSplit = $derived(debt.balances.length > 0);
	/** Whether it can be split: a loan in level payments has one balance. */
	const canSplit = $derived(!blank && !proposed && !isSplit && debt.required.kind !== 'level');
	let row = $state<HTMLElement>();

	/** Unfolds the balances, and splits a debt of one before that. */
	function unfold(): void {
		if (canSplit) onchange(t('balances'), split(debt, newId(), usualName(0, writing)));
		isOpen = isSplit || canSplit;
	}

	/** The cursor leaves them first, so that one that was never filled in goes. */
	function fold(): void {
		row?.querySelector<HTMLElement>(`[data-cell="${cell(COLUMNS.kind)}"]`)?.focus();
		isOpen = false;
	}

	/** What is usual at its creditor. */
	const offer = $derived(
		blank ? null : usualOffer(debt, proposed !== undefined, creditorBook, asOf, writing.currency)
	);

	/** Takes the usual terms over; what is typed next is the balance. */
	function useUsual(): void {
		if (!offer?.fields) return;
		row?.querySelector<HTMLElement>(`[data-cell="${cell(COLUMNS.balance)}"]`)?.focus();
		onchange(t('usual terms'), offer.fields);
	}

	/** Ctrl+U takes usual terms over; Ctrl+B goes to the balances of a line, and from them on to its minimum. */
	function keyed(event: KeyboardEvent): void {
		const isCommand = event.ctrlKey || event.metaKey;
		if (isCommand && event.key.toLowerCase() === 'u' && offer?.fields) {
			event.preventDefault();
			return useUsual();
		}
		const isBalances = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'b';
		if (!isBalances) return onkey?.(event);
		event.preventDefault();
		if (isOpen && isSplit) fold();
		else unfold();
	}
</script>

{#snippet sum(column: number, text: string | null)}
	<button
		type="button"
		class="sum"
		data-cell={cell(column)}
		aria-expanded={isOpen}
		title={t('Show the balances')}
		onclick={() => (isOpen = !isOpen)}>{text ?? '—'}</button
	>
{/snippet}

<div
	class="line"
	class:blank
	class:isHidden
	class:proposed={proposed !== undefined}
	role="row"
	tabindex="-1"
	bind:this={row}
	onkeydown={keyed}
	aria-label={blank ? t('new line') : nameOf(debt, writing)}
>
	<span role="cell" class="order">
		{#if proposed}
			<span class="handle"></span><span class="plus" aria-hidden="true">→</span>
		{:else if blank}
			<span class="handle"></span><span class="plus" aria-hidden="true">+</span>
		{:else}
			<span
				class="handle"
				use:dragHandle
				aria-label={t('Move {debt}', { debt: nameOf(debt, writing) })}
				title={t('Drag to move')}
			>
				<GripVertical size={15} aria-hidden="true" />
			</span>
			<DebtMark {index} />
		{/if}
	</span>
	<span role="cell" class="named">
		<TypedField
			label={t('Name, {line}', { line })}
			value={debt.name === '' ? null : debt.name}
			read={(text) => readName(text, writing)}
			write={(text) => text}
			optional
			placeholder={blank ? t('next debt') : t('unnamed debt')}
			unread={unread?.get('name')}
			cell={cell(COLUMNS.name)}
			onchange={(name) => onchange('name', { name: name ?? '' })}
		/>
		{#if people.length > 0 && !blank}
			<OwnerChoice
				label={t('Who owes it, {line}', { line })}
				{people}
				owner={debt.owner}
				onchange={(owner) => onchange(t('who owes it'), { owner })}
			/>
		{/if}
	</span>
	{#if isSplit}
		<!-- Their sum, and the highest rate: each is typed below. -->
		<span role="cell" data-label={t('Balance')}
			>{@render sum(
				COLUMNS.balance,
				debt.balance === null ? null : money.write(debt.balance)
			)}</span
		>
		<span role="cell" data-label={t('Annual rate')}
			>{@render sum(
				COLUMNS.rate,
				debt.annualRate === null ? null : rate.write(debt.annualRate)
			)}</span
		>
	{:else}
		<span role="cell" data-label={t('Balance')}>
			<TypedField
				label={t('Balance, {line}', { line })}
				assumed={debt.balanceAssumed}
				value={debt.balance}
				unread={unread?.get('balance')}
				{...money}
				optional
				side="right"
				cell={cell(COLUMNS.balance)}
				onchange={(balance) => onchange('balance', { balance })}
			/>
		</span>
		<span role="cell" data-label={t('Annual rate')}>
			<TypedField
				label={t('Annual rate, {line}', { line })}
				value={debt.annualRate}
				unread={unread?.get('annualRate')}
				{...rate}
				optional
				side="right"
				cell={cell(COLUMNS.rate)}
				onchange={(annualRate) => onchange(t('annual rate'), { annualRate })}
			/>
		</span>
	{/if}
	<RuleFields
		required={debt.required}
		{writing}
		of={line}
		{...unread ? { unread } : {}}
		{cell}
		onchange={(required) => onchange('minimum', { required })}
	/>
	<span role="cell" data-label={t('First due')}>
		<TypedField
			label={t('First due date, {line}', { line })}
			value={debt.firstDue}
			unread={unread?.get('firstDue')}
			{...firstDue}
			optional
			side="right"
			cell={cell(COLUMNS.firstDue)}
			onchange={(date) => onchange(t('first due date'), { firstDue: date })}
		/>
	</span>
	<span role="cell" class="result">
		{#if proposed}
			<span class="also" title={proposed.also}>{proposed.also}</span>
		{:else if required}
			<a {href} title={t('Open {debt} (Ctrl+Enter)', { debt: nameOf(debt, writing) })}>
				<span class:never={required.ending.status !== 'cleared'}>
					{endInWords(required, writing, writeShortMonth)}
				</span>
				{#if required.ending.status === 'cleared' && required.totalInterest > ZERO}
					<span class="interest">{writeAmount(required.totalInterest, writing)}</span>
				{/if}
				<span aria-hidden="true">›</span>
			</a>
		{:else if !blank}
			<a class="missing" {href}
				>{t('{missingInWords} still missing', {
					missingInWords: missingInWords(missingOf(debt), writing)
				})}</a
			>
		{/if}
	</span>
	<LineTools
		name={nameOf(debt, writing)}
		isProposed={proposed !== undefined}
		onsplit={canSplit ? unfold : undefined}
		oncopy={blank ? undefined : oncopy}
		onremove={blank ? undefined : onremove}
	/>
	{#if offer}
		<!-- Loaded when there is something to say. -->
		{#await import('./UsualTerms.svelte') then { default: UsualTerms }}
			<UsualTerms {debt} {offer} {writing} {asOf} onuse={useUsual} {onchange} />
		{/await}
	{/if}
	{#if isSplit}
		<div class="balances" role="cell">
			<button type="button" class="quiet" aria-expanded={isOpen} onclick={() => (isOpen = !isOpen)}>
				{debt.balances.map((balance) => balanceInWords(balance, writing)).join(' · ')}
			</button>
			{#if isOpen}
				<!-- Loaded when it is unfolded: most lines have one balance. -->
				{#await import('./Balances.svelte') then { default: Balances }}
					<div class="fold"><Balances {debt} {writing} {asOf} {onchange} autofocus /></div>
				{/await}
			{/if}
		</div>
	{/if}
</div>

<style>
	.line {
		display: grid;
		grid-template-columns: var(--entry-columns);
		align-items: center;
		min-height: 38px;
		border-bottom: 1px solid var(--row-line);
		background: var(--ground);
		outline: none;
	}

	.isHidden {
		display: none;
	}

	.named {
		display: flex;
		align-items: center;
		min-width: 0;
	}

	.named > :global(*) {
		flex: 1 1 0;
		min-width: 0;
	}

	.named > :global(:nth-child(2)) {
		flex: 0 1 92px;
	}

	@media print {
		.named > :global(:nth-child(2)) {
			flex-basis: 56px;
		}
	}

	.sum {
		width: 100%;
		padding-inline-end: 6px;
		text-align: end;
	}

	.balances {
		grid-column: 2 / -2;
		padding: 0 6px 8px;
	}

	.quiet {
		color: var(--quiet);
		font-size: 13px;
		line-height: 1.3;
		text-align: start;
	}

	.fold {
		width: min(420px, 100%);
		margin-top: 6px;
	}

	.line:focus-within {
		background: var(--picked);
	}

	/* Not taken yet: on other ground, and what is wrong with a field said when one looks at it. */
	.proposed {
		background: var(--sheet);
	}

	.proposed :global(.problem) {
		visibility: hidden;
	}

	/* What comes and goes with the pointer moves no line. */
	.proposed :global(.field) {
		margin-bottom: 0 !important;
	}

	.proposed :global(.field:is(:focus-within, :hover) .problem) {
		visibility: visible;
	}

	.also {
		display: -webkit-box;
		overflow: hidden;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 2;
		line-clamp: 2;
	}

	.order {
		display: flex;
		gap: 6px;
		align-items: center;
	}

	.handle {
		display: inline-grid;
		width: 15px;
		color: var(--quiet);
		cursor: grab;
	}

	.handle:hover {
		color: var(--act);
	}

	.plus {
		width: 24px;
		color: var(--act);
		font-weight: 600;
		text-align: center;
	}

	.blank :global(select:not(:focus)) {
		color: var(--quiet);
	}

	.result {
		min-width: 0;
		padding: 0 6px;
		text-align: end;
	}

	.result a {
		color: var(--ink);
		font-size: 14px;
		text-decoration: none;
	}

	.result a:hover {
		color: var(--act);
	}

	.interest {
		margin-inline-start: 8px;
		color: var(--interest);
	}

	.never {
		font-weight: 700;
	}

	/* Where the page has less than the table needs, a debt is a card, each figure under its name. */
	@media screen and (width < 1000px) {
		.line {
			position: relative;
			grid-template-columns: 44px repeat(3, minmax(0, 1fr));
			gap: 2px 6px;
			align-items: end;
			padding: 8px 0;
		}

		.order {
			align-self: center;
		}

		.named {
			grid-column: 2 / 4;
			align-self: center;
			font-weight: 600;
		}

		.line > :global(:nth-child(11)) {
			grid-row: 1;
			grid-column: 4;
		}

		.line > :global(:is(:nth-child(3), :nth-child(5), :nth-child(8))) {
			grid-column: 2;
		}

		/* When it is due comes with what is owed and the rate. */
		.line > :global(:nth-child(9)) {
			grid-row: 2;
			grid-column: 4;
		}

		.line > :global([data-label])::before {
			display: block;
			padding: 0 6px;
			color: var(--quiet);
			content: attr(data-label);
			font-size: 12px;
		}

		.line > :global([data-label]:has(> .field > .right))::before {
			text-align: end;
		}

		.line .result {
			grid-column: 3 / -1;
			align-self: center;
		}

		.line .balances,
		.line > :global(:nth-child(n + 12)) {
			grid-column: 1 / -1;
		}

		/* Until one goes into it, it says only what it is, what is owed, and when that ends; keys still go into
		   what is folded away. */
		.line:not(:focus-within, .proposed) {
			align-items: center;
			padding: 4px 0;
		}

		.line:not(:focus-within, .proposed)
			> :global(:is(:nth-child(n + 5):nth-child(-n + 8), :nth-child(11))),
		.line:not(:focus-within, .proposed) .named > :global(:nth-child(2)),
		.blank:not(:focus-within) > :global(:nth-child(n + 3)) {
			position: absolute;
			overflow: hidden;
			width: 1px;
			height: 1px;
			clip-path: inset(50%);
		}

		.line:not(:focus-within, .proposed) > :global([data-label])::before {
			content: none;
		}

		.line:not(:focus-within, .proposed) > :global(:nth-child(4) .right) {
			text-align: start;
		}

		.line:not(:focus-within, .proposed) > :global(:nth-child(3)) {
			grid-row: 1;
			grid-column: 4;
		}

		.line:not(:focus-within, .proposed) > :global(:nth-child(4)) {
			grid-row: 2;
			grid-column: 2;
		}

		.line:not(:focus-within, .proposed) > :global(:nth-child(9)) {
			grid-row: 2;
			grid-column: 3;
		}

		.line:not(:focus-within, .proposed) .order {
			grid-row: 1 / 3;
		}

		.line:not(:focus-within, .proposed) .result {
			grid-row: 2;
			grid-column: 4;
		}
	}

	.also,
	.result .missing {
		color: var(--quiet);
		font-size: 13px;
		font-style: italic;
		line-height: 1.2;
	}
</style>
