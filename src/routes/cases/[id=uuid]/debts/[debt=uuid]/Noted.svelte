<!-- What else the debt's paper says: folded away, with what is noted said in one line. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { balanceFor } from '$lib/core/debt/solve';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { statedDebt, type DebtEntry, type Noted } from '$lib/document/debt';
	import { readLine } from '$lib/reading/names';
	import type { Writing } from '$lib/reading/writing';
	import { writePercent } from '$lib/reading/written';
	import Folded from './Folded.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { accountInWords } from '$lib/words/taken-in';
	import { notedInWords } from '$lib/words/noted';
	import { impliedNeeds, impliedSentence } from '$lib/words/statement';
	import { countText, moneyText } from '../../debt-fields';

	interface Props {
		debt: DebtEntry;
		writing: Writing;
		asOf: CalendarDate;
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
	}
	const { debt, writing, asOf, onchange }: Props = $props();

	const noted = $derived(debt.noted);
	const money = $derived(moneyText(writing));
	const count = $derived(countText(writing));

	const note = (fields: Partial<Noted>) =>
		onchange('what is noted', { noted: { ...noted, ...fields } });
	const line = (longest: number) => ({
		read: (typed: string) => readLine(typed, longest, writing),
		write: (value: string) => value
	});

	const SECURITIES = [
		{ value: '', words: 'not noted' },
		{ value: 'secured', words: 'secured' },
		{ value: 'unsecured', words: 'not secured' }
	] as const;
	const JOINT = [
		{ value: 'no', words: 'one person' },
		{ value: 'yes', words: 'joint' }
	] as const;

	const account = $derived(noted.account === '' ? null : noted.account);

	const implied = $derived.by(() => {
		const { paymentsLeft: left, paymentEach: each } = noted;
		const { balance, annualRate, firstDue } = debt;
		if (!left || !each || balance === null || annualRate === null || firstDue === null) return null;
		// How it is asked does not matter here: an amount is paid.
		const asked = { kind: 'amount', amount: each, roundUpTo: 0, floor: 0 } as DebtEntry['asked'];
		const stated = statedDebt({ ...debt, asked, happenings: [], interestOnly: 0 }, asOf);
		if (!stated) return null;
		const rate = writePercent(annualRate, writing);
		return impliedSentence(
			balanceFor(stated.known, each, left),
			{ left, each, rate, stated: balance },
			writing
		);
	});
</script>

<Folded title="What else is noted" line={notedInWords(debt, writing)}>
	<span class="name">Creditor <small>where it is another name</small></span>
	<TypedField
		label="Creditor"
		value={noted.creditor === '' ? null : noted.creditor}
		{...line(LIMITS.name)}
		optional
		side="right"
		onchange={(creditor) => note({ creditor: creditor ?? '' })}
	/>
	<span class="name">Account <small>its last four are shown</small></span>
	<TypedField
		label="Account"
		value={account}
		read={line(LIMITS.account).read}
		write={(number) => accountInWords(number, writing)}
		optional
		side="right"
		onchange={(value) => note({ account: value ?? '' })}
	/>
	<span class="name">Credit limit</span>
	<TypedField
		label="Credit limit"
		value={noted.limit}
		{...money}
		optional
		side="right"
		onchange={(limit) => note({ limit })}
	/>
	<span class="name">Past due</span>
	<TypedField
		label="Past-due amount"
		value={noted.pastDue}
		{...money}
		optional
		side="right"
		onchange={(pastDue) => note({ pastDue })}
	/>
	<span class="name">Security</span>
	<Choice
		label="Whether it is secured"
		value={noted.security ?? ''}
		options={SECURITIES}
		onchange={(security) => note({ security: security === '' ? null : security })}
	/>
	<span class="name">Owed by</span>
	<Choice
		label="Whether it is joint"
		value={noted.joint ? 'yes' : 'no'}
		options={JOINT}
		onchange={(joint) => note({ joint: joint === 'yes' })}
	/>
	<span class="name">Note</span>
	<TypedField
		label="Note"
		value={noted.note === '' ? null : noted.note}
		{...line(LIMITS.note)}
		optional
		side="right"
		onchange={(text) => note({ note: text ?? '' })}
	/>
	<span class="name">Payments left</span>
	<TypedField
		label="Payments left"
		value={noted.paymentsLeft}
		{...count}
		optional
		side="right"
		onchange={(paymentsLeft) => note({ paymentsLeft })}
	/>
	<span class="name">of</span>
	<TypedField
		label="Payments in all"
		value={noted.paymentsInAll}
		{...count}
		optional
		side="right"
		onchange={(paymentsInAll) => note({ paymentsInAll })}
	/>
	<span class="name">each</span>
	<TypedField
		label="Each payment"
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
