<!-- Further details of the debt, folded behind a one-line summary. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { balanceFor } from '$lib/core/debt/solve';
	import { DEBT_KINDS } from '$lib/core/plan/priority';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { statedDebt, type DebtEntry, type Noted } from '$lib/document/debt';
	import { ownerAmong, type PersonEntry } from '$lib/document/household';
	import { readLine } from '$lib/reading/names';
	import type { Writing } from '$lib/reading/writing';
	import { writePercent } from '$lib/reading/written';
	import Folded from './Folded.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { kindWords } from '$lib/words/kinds';
	import { accountInWords, notedInWords } from '$lib/words/noted';
	import { impliedNeeds, impliedSentence } from '$lib/words/statement';
	import { countText, moneyText } from '../../debt-fields';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		writing: Writing;
		asOf: CalendarDate;
		people: readonly PersonEntry[];
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
	}
	const { debt, writing, asOf, people, onchange }: Props = $props();

	const noted = $derived(debt.noted);
	const money = $derived(moneyText(writing));
	const count = $derived(countText(writing));

	const note = (fields: Partial<Noted>) =>
		onchange(t('more details'), { noted: { ...noted, ...fields } });
	const line = (longest: number) => ({
		read: (typed: string) => readLine(typed, longest, writing),
		write: (value: string) => value
	});

	const SECURITIES = [
		{ value: '', words: t('not recorded') },
		{ value: 'secured', words: t('secured') },
		{ value: 'unsecured', words: t('not secured') }
	] as const;
	const kinds = $derived(DEBT_KINDS.map((value) => ({ value, words: kindWords(value, writing) })));
	/** Who of the household owes it, where the case says who there is. */
	const borrowers = $derived([
		{ value: 'one', words: t('one borrower') },
		{ value: 'joint', words: t('joint') },
		...people.map(({ id, name }) => ({ value: id, words: name }))
	]);
	const borrower = $derived(ownerAmong(people, debt)?.id ?? (noted.joint ? 'joint' : 'one'));

	function borrow(by: string): void {
		const owner = people.find(({ id }) => id === by)?.id ?? null;
		onchange(t('more details'), { owner, noted: { ...noted, joint: by === 'joint' } });
	}

	const account = $derived(noted.account === '' ? null : noted.account);

	const implied = $derived.by(() => {
		const { paymentsLeft: left, paymentEach: each } = noted;
		const { balance, annualRate, firstDue } = debt;
		if (!left || !each || balance === null || annualRate === null || firstDue === null) return null;
		// The rule does not matter here: an amount is paid.
		const required = {
			kind: 'amount',
			amount: each,
			roundUpTo: 0,
			floor: 0
		} as DebtEntry['required'];
		const stated = statedDebt({ ...debt, required, events: [], interestOnly: 0 }, asOf);
		if (!stated) return null;
		const rate = writePercent(annualRate, writing);
		return impliedSentence(
			balanceFor(stated.known, each, left),
			{ left, each, rate, stated: balance },
			writing
		);
	});
</script>

<Folded title={t('More details')} line={notedInWords(debt, writing)}>
	<span class="name">{t('Creditor')} <small>{t('if it differs from the name')}</small></span>
	<TypedField
		label={t('Creditor')}
		value={noted.creditor === '' ? null : noted.creditor}
		{...line(LIMITS.name)}
		optional
		side="right"
		onchange={(creditor) => note({ creditor: creditor ?? '' })}
	/>
	<span class="name">{t('Account')} <small>{t('the last four digits are shown')}</small></span>
	<TypedField
		label={t('Account')}
		value={account}
		read={line(LIMITS.account).read}
		write={(number) => accountInWords(number, writing)}
		optional
		side="right"
		onchange={(value) => note({ account: value ?? '' })}
	/>
	<span class="name">{t('Credit limit')}</span>
	<TypedField
		label={t('Credit limit')}
		value={noted.limit}
		{...money}
		optional
		side="right"
		onchange={(limit) => note({ limit })}
	/>
	<span class="name">{t('Past due')}</span>
	<TypedField
		label={t('Past-due amount')}
		value={noted.pastDue}
		{...money}
		optional
		side="right"
		onchange={(pastDue) => note({ pastDue })}
	/>
	<span class="name">{t('Security')}</span>
	<Choice
		label={t('Security')}
		value={noted.security ?? ''}
		options={SECURITIES}
		onchange={(security) => note({ security: security === '' ? null : security })}
	/>
	<span class="name">{t('Kind of debt')}</span>
	<Choice
		label={t('Kind of debt')}
		value={debt.kind}
		options={kinds}
		onchange={(kind) => onchange(t('kind of debt'), { kind })}
	/>
	<span class="name">{t('Borrowers')}</span>
	<Choice label={t('Borrowers')} value={borrower} options={borrowers} onchange={borrow} />
	<span class="name">{t('Note')}</span>
	<TypedField
		label={t('Note')}
		value={noted.note === '' ? null : noted.note}
		{...line(LIMITS.note)}
		optional
		side="right"
		onchange={(text) => note({ note: text ?? '' })}
	/>
	<span class="name">{t('Payments remaining')}</span>
	<TypedField
		label={t('Payments remaining')}
		value={noted.paymentsLeft}
		{...count}
		optional
		side="right"
		onchange={(paymentsLeft) => note({ paymentsLeft })}
	/>
	<span class="name">{t('of')}</span>
	<TypedField
		label={t('Payments in total')}
		value={noted.paymentsInAll}
		{...count}
		optional
		side="right"
		onchange={(paymentsInAll) => note({ paymentsInAll })}
	/>
	<span class="name">{t('each')}</span>
	<TypedField
		label={t('Each payment')}
		value={noted.paymentEach}
		{...money}
		optional
		side="right"
		onchange={(paymentEach) => note({ paymentEach })}
	/>
	<p role="status">
		{#if implied}<Phrases sentence={implied} />{:else}{impliedNeeds(writing)}{/if}
	</p>
</Folded>
