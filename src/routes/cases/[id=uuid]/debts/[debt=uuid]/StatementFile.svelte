<!-- A lender's statement file (OFX) added to this debt: what it would bring is said before it is taken. -->
<script lang="ts">
	import type { DebtEntry } from '$lib/document/debt';
	import { withAccount } from '$lib/exchange/account-debt';
	import type { AccountStatement } from '$lib/exchange/statement-ofx';
	import type { Writing } from '$lib/reading/writing';
	import Phrases from '$lib/ui/Phrases.svelte';
	import Proposal from '$lib/ui/Proposal.svelte';
	import TakeFile from '$lib/ui/TakeFile.svelte';
	import { accountSentence, onlyStatements } from '$lib/words/taken-in';

	interface Props {
		debt: DebtEntry;
		writing: Writing;
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
	}
	const { debt, writing, onchange }: Props = $props();

	let accounts = $state.raw<readonly AccountStatement[]>([]);
	let reading = $state<string | null>(null);
	let refusal = $state<string | null>(null);

	async function look(file: File): Promise<void> {
		[refusal, accounts, reading] = [null, [], file.name];
		try {
			const { readFile } = await import('$lib/workers/read-file');
			const content = await readFile(file, writing);
			if (content.kind === 'refused') refusal = content.message;
			else if (content.kind !== 'accounts') refusal = onlyStatements(file.name, writing);
			else accounts = content.accounts;
		} finally {
			reading = null;
		}
	}

	function take(account: AccountStatement): void {
		accounts = [];
		onchange('statement file', withAccount(debt, account));
	}
</script>

<TakeFile
	accept=".ofx,.qfx"
	title="A lender’s statement (OFX); it can be dropped anywhere here"
	onfile={(file) => void look(file)}>Take in a statement file</TakeFile
>
{#if reading}
	<p role="status">Reading “{reading}” …</p>
{:else if refusal}
	<p role="alert">{refusal}</p>
{/if}
{#each accounts as account, at (at)}
	<Proposal
		ready={account.currency.code === writing.currency.code}
		ontake={() => take(account)}
		onclose={() => (accounts = accounts.filter((other) => other !== account))}
	>
		<p role="status"><Phrases sentence={accountSentence(account, debt, writing)} /></p>
	</Proposal>
{/each}
