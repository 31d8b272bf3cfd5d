<!-- A debt in a change: whether it is about it, and what is moved of it or agreed for it. -->
<script lang="ts">
	import type { Cents } from '$lib/core/quantities/money';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import {
		debtsNamed,
		UNANSWERED,
		withNamedTerms,
		type ChangeEntry,
		type Reply
	} from '$lib/document/change';
	import DebtMark from '$lib/ui/DebtMark.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import type { Writing } from '$lib/reading/writing';
	import { minimumPercentText, moneyText, rateText } from '../debt-fields';
	import ReplyLine from './ReplyLine.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		change: ChangeEntry;
		id: string;
		name: string;
		place: number;
		asOf: CalendarDate;
		/** The placeholder of a term that is not entered. */
		open: string;
		writing: Writing;
		onturn: (taken: boolean) => void;
		onchange: (change: ChangeEntry) => void;
		onenter: () => void;
	}
	const { change, id, name, place, asOf, open, writing, onturn, onchange, onenter }: Props =
		$props();

	const moved = $derived(
		change.kind === 'transfer' ? change.amounts.find(({ debt }) => debt === id) : undefined
	);
	const agreed = $derived(
		change.kind === 'concession' ? change.debts.find(({ debt }) => debt === id) : undefined
	);
	const settled = $derived(
		change.kind === 'settle' ? change.debts.find(({ debt }) => debt === id) : undefined
	);
	const taken = $derived(debtsNamed(change).includes(id));

	function move(amount: Cents | null): void {
		if (change.kind !== 'transfer') return;
		const amounts = change.amounts.map((of) => (of.debt === id ? { ...of, amount } : of));
		onchange({ ...change, amounts });
	}

	function settle(fields: Partial<NonNullable<typeof settled>>): void {
		if (change.kind !== 'settle') return;
		// Other terms than those that were answered are not answered yet.
		const offer = { percent: null, amount: null, assumed: false, ...UNANSWERED, ...fields };
		const debts = change.debts.map((of) => (of.debt === id ? { ...of, ...offer } : of));
		onchange({ ...change, debts });
	}

	function agree(fields: Partial<NonNullable<typeof agreed>>): void {
		if (change.kind !== 'concession') return;
		const debts = change.debts.map((of) =>
			of.debt === id ? { ...of, ...UNANSWERED, ...fields } : of
		);
		onchange({ ...change, debts });
	}

	const answer = (reply: Reply) =>
		onchange(withNamedTerms(change, (of) => (of.debt === id ? { ...of, reply } : of)));
	const named = $derived(agreed ?? settled);
</script>

<div>
	<div class="debt">
		<label>
			<input
				type="checkbox"
				checked={taken}
				onchange={(event) => onturn(event.currentTarget.checked)}
			/>
			<DebtMark index={place} />
			<span class="name" title={name}>{name}</span>
		</label>
		{#if moved}
			<TypedField
				{onenter}
				label={t('Amount moved of {name}', { name })}
				value={moved.amount}
				{...moneyText(writing)}
				side="right"
				optional
				placeholder={t('all of it')}
				onchange={move}
			/>
		{:else if agreed}
			<TypedField
				{onenter}
				label={t('Agreed rate of {name}', { name })}
				assumed={agreed.assumed}
				value={agreed.annualRate}
				{...rateText(writing)}
				side="right"
				optional
				placeholder={agreed.payment === null ? open : t('its own')}
				onchange={(annualRate) => agree({ annualRate, assumed: false })}
			/>
			<TypedField
				{onenter}
				label={t('Agreed payment of {name}', { name })}
				value={agreed.payment}
				{...moneyText(writing)}
				side="right"
				optional
				placeholder={t('unchanged')}
				onchange={(payment) => agree({ payment })}
			/>
		{:else if settled}
			<TypedField
				{onenter}
				label={t('Percentage accepted for {name}', { name })}
				assumed={settled.assumed}
				value={settled.percent}
				{...minimumPercentText(writing)}
				side="right"
				optional
				placeholder={settled.amount === null ? open : ''}
				onchange={(percent) => settle({ percent })}
			/>
			<TypedField
				{onenter}
				label={t('Amount accepted for {name}', { name })}
				value={settled.amount}
				{...moneyText(writing)}
				side="right"
				optional
				placeholder={settled.percent === null ? t('or amount') : ''}
				onchange={(amount) => settle({ amount })}
			/>
		{/if}
	</div>
	{#if named}
		<ReplyLine {named} {name} {asOf} {writing} onchange={answer} {onenter} />
	{/if}
</div>

<style>
	.debt {
		display: flex;
		gap: 8px;
		align-items: center;
		min-height: 30px;
	}

	.debt > :global(*) {
		flex: 0 1 92px;
	}

	.debt label {
		display: flex;
		flex: 1;
		gap: 7px;
		align-items: center;
		min-width: 0;
	}

	input[type='checkbox'] {
		flex: none;
		accent-color: var(--act);
	}

	.name {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
</style>
