<!-- A creditor's statement file (OFX) added to this debt: what it would bring is said before it is taken. -->
<script lang="ts">
	import type { DebtEntry } from '$lib/document/debt';
	import { withAccount, withAlikeOnce } from '$lib/exchange/account-debt';
	import type { AccountStatement } from '$lib/exchange/statement-ofx';
	import type { Writing } from '$lib/reading/writing';
	import Phrases from '$lib/ui/Phrases.svelte';
	import Proposal from '$lib/ui/Proposal.svelte';
	import TakeFile from '$lib/ui/TakeFile.svelte';
	import {
		accountSentence,
		alikeQuestion,
		balanceQuestion,
		onlyStatements
	} from '$lib/words/imports';
	import AlikeQuestion from '../../AlikeQuestion.svelte';
	import BalanceQuestion from '../../BalanceQuestion.svelte';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		writing: Writing;
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
	}
	const { debt, writing, onchange }: Props = $props();

	interface Account {
		readonly account: AccountStatement;
		/** Whether entries that are alike are one and the same, once it has been answered. */
		readonly once?: boolean;
		/** The balance that the difference goes to, once that has been answered. */
		readonly to?: string;
	}
	let accounts = $state.raw<readonly Account[]>([]);
	let reading = $state<string | null>(null);
	let refusal = $state<string | null>(null);

	async function look(file: File): Promise<void> {
		[refusal, accounts, reading] = [null, [], file.name];
		try {
			const { readFile } = await import('$lib/workers/read-file');
			const content = await readFile(file, writing);
			if (content.kind === 'refused') refusal = content.message;
			else if (content.kind !== 'accounts') refusal = onlyStatements(file.name, writing);
			else accounts = content.accounts.map((account) => ({ account }));
		} finally {
			reading = null;
		}
	}

	function answer(one: Account, fields: Partial<Account>): void {
		accounts = accounts.map((other) => (other === one ? { ...one, ...fields } : other));
	}

	function take({ account, once, to }: Account): void {
		accounts = [];
		onchange(
			t('statement file'),
			withAccount(debt, once ? withAlikeOnce(account) : account, to ?? null)
		);
	}
</script>

<TakeFile
	accept=".ofx,.qfx"
	title={t('A creditor’s statement (OFX). You can also …')}
	onfile={(file) => void look(file)}>{t('Import a statement file')}</TakeFile
>
{#if reading}
	<p role="status">{t('Reading “{reading}” …', { reading })}</p>
{:else if refusal}
	<p role="alert">{refusal}</p>
{/if}
{#each accounts as one, at (at)}
	{@const { account, once, to } = one}
	{@const fits = account.currency.code === writing.currency.code}
	{@const question = fits ? alikeQuestion(debt, account, writing) : null}
	{@const which = fits ? balanceQuestion(debt, account, writing) : null}
	<Proposal
		ready={fits && (!question || once !== undefined) && (!which || to !== undefined)}
		ontake={() => take(one)}
		onclose={() => (accounts = accounts.filter((other) => other !== one))}
	>
		<p role="status"><Phrases sentence={accountSentence(account, debt, writing)} /></p>
		{#if question}
			<AlikeQuestion {question} {once} onanswer={(is) => answer(one, { once: is })} />
		{/if}
		{#if which}
			<BalanceQuestion question={which} {to} onanswer={(id) => answer(one, { to: id })} />
		{/if}
	</Proposal>
{/each}
