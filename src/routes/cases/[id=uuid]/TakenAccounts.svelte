<!-- What a lender's statement file would bring, account by account, before it is taken. -->
<script lang="ts">
	import type { CaseDesk } from '$lib/desk/case-desk.svelte';
	import { isAccountOf } from '$lib/exchange/account-debt';
	import type { AccountStatement } from '$lib/exchange/statement-ofx';
	import Proposal from '$lib/ui/Proposal.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { accountSentence } from '$lib/words/taken-in';

	interface Props {
		desk: CaseDesk;
		accounts: readonly AccountStatement[];
		/** The accounts, each with the debt it is added to; null: a new one. */
		ontake: (accounts: readonly { account: AccountStatement; to: string | null }[]) => void;
		onclose: () => void;
	}
	const { desk, accounts, ontake, onclose }: Props = $props();

	const found = $derived(
		accounts.map((account) => {
			const to = desk.document.debts.find((debt) => isAccountOf(debt, account)) ?? null;
			const fits = account.currency.code === desk.document.currency.code;
			return { account, to, fits, sentence: accountSentence(account, to, desk.writing) };
		})
	);
	const taken = $derived(found.filter(({ fits }) => fits));

	function take(): void {
		ontake(taken.map(({ account, to }) => ({ account, to: to?.id ?? null })));
	}
</script>

<Proposal ready={taken.length > 0} ontake={take} {onclose}>
	{#each found as { sentence }, at (at)}
		<p role="status"><Phrases {sentence} /></p>
	{/each}
</Proposal>
