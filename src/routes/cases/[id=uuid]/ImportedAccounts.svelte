<!-- The accounts of a creditor's statement file before they are imported. -->
<script lang="ts">
	import type { CaseDesk } from '$lib/desk/case-desk.svelte';
	import { isAccountOf, withAlikeOnce } from '$lib/exchange/account-debt';
	import type { AccountStatement } from '$lib/exchange/statement-ofx';
	import Proposal from '$lib/ui/Proposal.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { accountSentence, alikeQuestion, balanceQuestion } from '$lib/words/imports';
	import AlikeQuestion from './AlikeQuestion.svelte';
	import BalanceQuestion from './BalanceQuestion.svelte';

	interface ImportedAccount {
		readonly account: AccountStatement;
		readonly to: string | null;
		/** The balance of that debt that the difference goes to; null: it has one, or there is none. */
		readonly balance: string | null;
	}
	interface Props {
		desk: CaseDesk;
		accounts: readonly AccountStatement[];
		/** The accounts, each with the debt it is added to (null: a new one). */
		ontake: (accounts: readonly ImportedAccount[]) => void;
		onclose: () => void;
	}
	const { desk, accounts, ontake, onclose }: Props = $props();

	/** Of each account whether entries that are alike are one and the same, once it has been answered. */
	let once = $state.raw<Readonly<Record<number, boolean>>>({});
	/** Of each account the balance that a difference goes to, once it has been answered. */
	let into = $state.raw<Readonly<Record<number, string>>>({});

	const found = $derived(
		accounts.map((account, at) => {
			const to = desk.document.debts.find((debt) => isAccountOf(debt, account)) ?? null;
			const fits = account.currency.code === desk.document.currency.code;
			const question = fits ? alikeQuestion(to, account, desk.writing) : null;
			const which = fits ? balanceQuestion(to, account, desk.writing) : null;
			const sentence = accountSentence(account, to, desk.writing);
			return {
				account: once[at] ? withAlikeOnce(account) : account,
				to,
				fits,
				question,
				which,
				balance: into[at] ?? null,
				sentence
			};
		})
	);
	const taken = $derived(found.filter(({ fits }) => fits));
	const isAsked = $derived(
		found.some(
			({ question, which }, at) =>
				(question && once[at] === undefined) || (which && into[at] === undefined)
		)
	);

	function take(): void {
		ontake(taken.map(({ account, to, balance }) => ({ account, to: to?.id ?? null, balance })));
	}
</script>

<Proposal ready={taken.length > 0 && !isAsked} ontake={take} {onclose}>
	{#each found as { sentence, question, which }, at (at)}
		<p role="status"><Phrases {sentence} /></p>
		{#if question}
			<AlikeQuestion {question} once={once[at]} onanswer={(is) => (once = { ...once, [at]: is })} />
		{/if}
		{#if which}
			<BalanceQuestion
				question={which}
				to={into[at]}
				onanswer={(id) => (into = { ...into, [at]: id })}
			/>
		{/if}
	{/each}
</Proposal>
