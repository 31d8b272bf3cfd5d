<!-- Asks the creditors for statements of all accounts that are noted, or takes them from files; what came is shown first. -->
<script lang="ts">
	import { cameFor, type CameStatement } from '$lib/desk/came-statements';
	import { askCreditor } from '$lib/desk/requests';
	import type { DebtEntry } from '$lib/document/debt';
	import { unexplainedOf, type Lived, type VisitEntry } from '$lib/document/life';
	import { isAccountOf, newTransactions, withAlikeOnce } from '$lib/exchange/account-debt';
	import {
		isTransactions,
		transactionsIn,
		type TransactionTable
	} from '$lib/exchange/statement-csv';
	import type { AccountStatement } from '$lib/exchange/statement-ofx';
	import type { Sheet } from '$lib/exchange/table';
	import type { Writing } from '$lib/reading/writing';
	import Progress from '$lib/ui/Progress.svelte';
	import Proposal from '$lib/ui/Proposal.svelte';
	import TakeFile from '$lib/ui/TakeFile.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import { nameOf } from '$lib/words/debt';
	import {
		cameInWords,
		creditorTrouble,
		noAccounts,
		noTransactions,
		tableInWords
	} from '$lib/words/creditors';
	import { alikeQuestion, onlyStatements } from '$lib/words/imports';
	import AlikeQuestion from '../AlikeQuestion.svelte';
	import { t } from '$lib/words/labels/progress';

	interface Props {
		debts: readonly DebtEntry[];
		lived: Lived;
		visit: VisitEntry;
		writing: Writing;
		ontake: (statements: readonly CameStatement[]) => void;
	}
	const { debts, lived, visit, writing, ontake }: Props = $props();

	interface Alike {
		/** Whether entries that are alike are one and the same, once it has been answered. */
		readonly once?: boolean;
	}

	/** The result of one account: its statement, or why there is none. */
	type Came =
		| (Alike & { readonly account: AccountStatement; readonly debt: DebtEntry | null })
		/** A table of transactions, and whose it is: where no column says it, somebody has to. */
		| (Alike & {
				readonly table: TransactionTable;
				readonly source: string;
				readonly of: string | null;
		  })
		| { readonly trouble: string };
	let came = $state.raw<readonly Came[]>([]);
	let asking = $state<{ readonly done: number; readonly all: number } | null>(null);
	let said = $state<string | null>(null);
	/** Which asking is under way; an answer to an earlier one is let go. */
	let round = 0;

	const taken = $derived(
		came.flatMap((one): CameStatement[] => {
			if ('account' in one) {
				const { debt } = one;
				const account = one.once ? withAlikeOnce(one.account) : one.account;
				const fits = debt && account.currency.code === writing.currency.code;
				return fits ? [cameFor(debt.id, account)] : [];
			}
			if (!('table' in one) || one.of === null) return [];
			const { transactions, balance } = one.once ? withAlikeOnce(one.table) : one.table;
			return [{ debt: one.of, transactions, withdrawn: [], balance }];
		})
	);
	const isUnasked = $derived(
		came.some(
			(one) =>
				('table' in one && one.of === null) ||
				(!('trouble' in one) && alikeOf(one) && one.once === undefined)
		)
	);

	/** The question about identical entries; their debt is known only once it is chosen. */
	function alikeOf(one: Exclude<Came, { trouble: string }>) {
		if ('account' in one) return one.debt && alikeQuestion(one.debt, one.account, writing);
		return alikeQuestion(debts.find(({ id }) => id === one.of) ?? null, one.table, writing);
	}

	async function ask(): Promise<void> {
		const noted = debts.filter(({ noted }) => noted.account.length >= 4);
		[came, said] = [[], noted.length === 0 ? noAccounts(writing) : null];
		if (noted.length === 0) return;
		const mine = (round += 1);
		asking = { done: 0, all: noted.length };
		try {
			const found = await Promise.all(
				noted.map(async (debt) => {
					const one = await fromCreditor(debt);
					if (mine === round && asking) asking = { ...asking, done: asking.done + 1 };
					return one;
				})
			);
			if (mine === round) came = found.flat();
		} finally {
			if (mine === round) asking = null;
		}
	}

	async function fromCreditor(debt: DebtEntry): Promise<Came[]> {
		const answer = await askCreditor(debt.noted.account, visit.date);
		const asked = answer.kind === 'done' ? answer.value : { kind: 'silent' as const };
		if (asked.kind !== 'statement')
			return [{ trouble: creditorTrouble(asked.kind, debt, writing) }];
		return statementsIn(new File([asked.text], `${debt.name || 'creditor'}.ofx`), debt);
	}

	/** The accounts of a file; with what can't be read said of the debt that was asked about. */
	async function statementsIn(file: File, about: DebtEntry | null): Promise<Came[]> {
		const { readFile } = await import('$lib/workers/read-file');
		const content = await readFile(file, writing);
		if (content.kind === 'accounts') {
			return content.accounts.map((account) => ({
				account,
				debt: debts.find((debt) => isAccountOf(debt, account)) ?? null
			}));
		}
		if (about) return [{ trouble: creditorTrouble('nonsense', about, writing) }];
		if (content.kind === 'sheets') return tablesIn(content.sheets, file.name);
		return [
			{
				trouble: content.kind === 'refused' ? content.message : onlyStatements(file.name, writing)
			}
		];
	}

	function tablesIn(sheets: readonly Sheet[], source: string): Came[] {
		const rows = sheets[0]?.rows ?? [];
		if (!isTransactions(rows)) return [{ trouble: noTransactions(source, writing) }];
		const table = transactionsIn(rows, writing);
		const known = debts.find((debt) => isAccountOf(debt, table));
		return [{ table, source, of: known?.id ?? null }];
	}

	async function look(file: File): Promise<void> {
		came = [...came, ...(await statementsIn(file, null))];
	}

	function giveUp(): void {
		round += 1;
		asking = null;
	}

	const wordsOf = ({ account, debt }: Extract<Came, { account: AccountStatement }>) =>
		cameInWords(
			account,
			debt,
			debt && {
				fresh: newTransactions(debt, account),
				unexplained: unexplainedOf(lived, debt.id, account)
			},
			writing
		);
</script>

<div class="ask">
	<h2>{t('Recorded balances')}</h2>
	<button type="button" class="act" disabled={asking !== null} onclick={() => void ask()}
		>{t('Get balances from creditors')}</button
	>
	<TakeFile
		accept=".ofx,.qfx,.csv"
		title={t('A creditor’s statement (OFX, or its transactions …')}
		onfile={(file) => void look(file)}>{t('Import a statement file')}</TakeFile
	>
	{#if asking}
		<Progress
			what={t('Getting balances from creditors')}
			done={asking.done / asking.all}
			onstop={giveUp}
		/>
	{/if}
</div>
{#if said}<p role="status">{said}</p>{/if}
{#if came.length > 0}
	<Proposal
		ready={taken.length > 0 && !isUnasked}
		ontake={() => {
			ontake(taken);
			came = [];
		}}
		onclose={() => (came = [])}
	>
		<ul role="status">
			{#each came as one, at (at)}
				<li class:trouble={'trouble' in one}>
					{#if 'trouble' in one}{one.trouble}
					{:else if 'account' in one}{wordsOf(one)}
					{:else}
						{tableInWords(one.table, one.source, writing)}
						<span class="of">
							<Choice
								label={t('Debt of these transactions')}
								value={one.of ?? ''}
								options={[
									...(one.of === null ? [{ value: '', words: '…' }] : []),
									...debts.map((debt) => ({ value: debt.id, words: nameOf(debt, writing) }))
								]}
								onchange={(of) =>
									(came = came.map((other) =>
										other === one ? { ...one, of: of || null } : other
									))}
							/>
						</span>
					{/if}
					{#if !('trouble' in one)}
						{@const question = alikeOf(one)}
						{#if question}
							<AlikeQuestion
								{question}
								once={one.once}
								onanswer={(is) =>
									(came = came.map((other) => (other === one ? { ...one, once: is } : other)))}
							/>
						{/if}
					{/if}
				</li>
			{/each}
		</ul>
	</Proposal>
{/if}

<style>
	.ask {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 20px;
		align-items: center;
		min-height: 34px;
		padding-inline: 8px;
	}

	h2 {
		margin-inline-end: auto;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 400;
	}

	.act {
		color: var(--act);
		font-weight: 600;
	}

	ul {
		font-size: 14.5px;
		list-style: none;
	}

	.of {
		display: inline-block;
		width: 240px;
	}

	.trouble {
		color: var(--interest);
	}
</style>
