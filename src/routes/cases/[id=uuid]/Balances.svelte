<!-- The balances of a card, each with its rate and, where its interest is deferred, the deadline. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { ZERO } from '$lib/core/quantities/money';
	import {
		emptyBalance,
		joined,
		withBalances,
		withoutBalance,
		type BalanceEntry
	} from '$lib/document/balances';
	import type { DebtEntry } from '$lib/document/debt';
	import { readDayNear } from '$lib/document/days';
	import type { Writing } from '$lib/reading/writing';
	import { writeAmount, writeDate } from '$lib/reading/written';
	import IconButton from '$lib/ui/IconButton.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { balanceName, usualName } from '$lib/words/account';
	import Trash2 from '@lucide/svelte/icons/trash-2';
	import { onMount, tick } from 'svelte';
	import { v4 as newId } from 'uuid';
	import { debtFieldReaders, nameText } from './debt-fields';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		writing: Writing;
		asOf: CalendarDate;
		/** Whether the cursor goes to the first amount that is still open. */
		autofocus?: boolean;
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
	}
	const { debt, writing, asOf, autofocus = false, onchange }: Props = $props();

	const { money, rate } = $derived(debtFieldReaders(writing, asOf));
	const name = $derived(nameText(writing));
	const date = $derived({
		read: (typed: string) => readDayNear(typed, asOf, writing),
		write: (day: CalendarDate) => writeDate(day, writing)
	});
	const isFull = $derived(debt.balances.length >= LIMITS.balances);
	/** Whether an amount needs the room of the name, which then stands above it. */
	const isWide = $derived(
		debt.balances.some(
			({ balance }) => balance !== null && writeAmount(balance, writing).length > 10
		)
	);
	let list = $state<HTMLElement>();

	const write = (balances: DebtEntry['balances']) =>
		onchange(t('balances'), withBalances(debt, balances));
	const change = (id: string, fields: Partial<BalanceEntry>) =>
		write(debt.balances.map((one) => (one.id === id ? { ...one, ...fields } : one)));

	function defer({ id, deferral }: BalanceEntry, by: CalendarDate | null): void {
		const before = deferral ?? { annualRate: null, accrued: ZERO };
		change(id, { deferral: by === null ? null : { ...before, by } });
	}

	/** A balance more, and the cursor on its amount. */
	async function add(): Promise<void> {
		const { length } = debt.balances;
		if (isFull) return;
		write([...debt.balances, emptyBalance(newId(), usualName(length, writing))]);
		await tick();
		list?.querySelector<HTMLInputElement>('.balance:last-of-type .amount input')?.focus();
	}

	const remove = (id: string) => onchange(t('balances'), withoutBalance(debt, id));

	/** A balance that was added and never filled in is gone when one goes on elsewhere. */
	function leave({ relatedTarget }: FocusEvent): void {
		if (relatedTarget instanceof Node && list?.contains(relatedTarget)) return;
		const known = debt.balances.filter(
			({ balance, annualRate, deferral }) =>
				balance !== null || annualRate !== null || deferral !== null
		);
		if (known.length > 0 && known.length < debt.balances.length) write(known);
	}

	onMount(() => {
		if (!autofocus) return;
		const amounts = [...(list?.querySelectorAll<HTMLInputElement>('.amount input') ?? [])];
		(amounts.find(({ value }) => value === '') ?? amounts[0])?.focus();
	});

	/** Enter goes on to the next field, and from the last one to a new balance. */
	function enter(event: KeyboardEvent): void {
		if (event.key !== 'Enter' || !(event.target instanceof HTMLInputElement)) return;
		const fields = [...(list?.querySelectorAll('input') ?? [])];
		const next = fields[fields.indexOf(event.target) + 1];
		event.preventDefault();
		if (next) next.focus();
		else void add();
	}
</script>

<div
	class="balances"
	role="group"
	aria-label={t('Balances on this card')}
	bind:this={list}
	onfocusout={leave}
>
	<div class="head">
		<span>{t('Balances on this card')}</span>
		{#if !isFull}
			<button type="button" onclick={() => void add()}>{t('+ add one')}</button>
		{/if}
	</div>
	{#each debt.balances as balance, place (balance.id)}
		{@const of = balanceName(balance, writing)}
		<!-- svelte-ignore a11y_no_static_element_interactions -->
		<div class="balance" class:wide={isWide} onkeydown={enter}>
			<span class="title">
				<TypedField
					label={t('Name of balance {number}', { number: place + 1 })}
					value={balance.name === '' ? null : balance.name}
					{...name}
					optional
					placeholder={t('unnamed')}
					onchange={(typed) => change(balance.id, { name: typed ?? '' })}
				/>
			</span>
			<span class="amount">
				<TypedField
					label={t('Balance of {of}', { of })}
					value={balance.balance}
					{...money}
					optional
					side="right"
					onchange={(amount) => change(balance.id, { balance: amount })}
				/>
			</span>
			<span class="rate">
				<TypedField
					label={t('Rate of {of}', { of })}
					value={balance.annualRate}
					{...rate}
					optional
					side="right"
					onchange={(annualRate) => change(balance.id, { annualRate })}
				/>
			</span>
			<span class="remove">
				<IconButton
					title={t('Remove this balance')}
					label={t('Remove {of}', { of })}
					onclick={() => remove(balance.id)}
				>
					<Trash2 size={14} aria-hidden="true" />
				</IconButton>
			</span>
			<span class="quiet">{t('no interest if paid off by')}</span>
			<span class="by">
				<TypedField
					label={t('Deadline of {of}', { of })}
					value={balance.deferral?.by ?? null}
					{...date}
					optional
					side="right"
					placeholder={t('no deadline')}
					onchange={(by) => defer(balance, by)}
				/>
			</span>
			{#if balance.deferral}
				{@const { deferral } = balance}
				<span class="quiet">{t('deferred so far, as printed')}</span>
				<span class="by">
					<TypedField
						label={t('Interest deferred so far on {of}', { of })}
						value={deferral.accrued}
						{...money}
						side="right"
						onchange={(accrued) =>
							change(balance.id, { deferral: { ...deferral, accrued: accrued ?? ZERO } })}
					/>
				</span>
			{/if}
		</div>
	{/each}
	{#if debt.balance !== null}
		<div class="total">
			<span>{t('Total')}</span><b>{writeAmount(debt.balance, writing)}</b>
			<button type="button" onclick={() => onchange(t('balances'), joined(debt))}
				>{t('make one balance')}</button
			>
		</div>
	{/if}
</div>

<style>
	.balances {
		padding: 4px 0 6px;
		border-top: 1px solid var(--row-line);
	}

	.head,
	.total {
		display: flex;
		gap: 8px;
		align-items: baseline;
		font-size: 13px;
	}

	.head span,
	.quiet {
		color: var(--quiet);
	}

	button {
		margin-inline-start: auto;
		color: var(--act);
		font-size: 13px;
		font-weight: 600;
	}

	.balance {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 78px 66px 20px;
		align-items: center;
		padding: 2px 0;
		border-bottom: 1px solid var(--row-line);
	}

	.wide {
		grid-template-columns: minmax(0, 1fr) 116px 66px 20px;
	}

	.wide .title {
		grid-column: 1 / -1;
	}

	.wide .amount {
		grid-column: 2;
	}

	.balance :global(input) {
		font-weight: 600;
	}

	.title :global(input) {
		padding-inline-start: 0;
		font-weight: 400;
	}

	.remove {
		opacity: 0;
	}

	.balance:hover .remove,
	.balance:focus-within .remove {
		opacity: 1;
	}

	.quiet {
		grid-column: 1 / 3;
		font-size: 12.5px;
		line-height: 1.2;
	}

	.by {
		grid-column: 3 / 5;
		margin-top: -4px;
	}

	.by :global(input) {
		height: 24px;
		font-size: 13.5px;
	}

	.total b {
		margin-inline-start: 2px;
	}
</style>
