<!-- Who may come in: added, locked and reset by supervisors. -->
<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import {
		addAccount,
		changeAccount,
		whyNot,
		type AccountDone,
		type Answer
	} from '$lib/desk/requests';
	import { LONGEST_NAME, ROLES, type AccountSummary, type Role } from '$lib/document/people';
	import type { AccountChange } from '$lib/document/schema/people';
	import { SCREEN } from '$lib/reading/writing';
	import Answered from '$lib/ui/Answer.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import QuietTable from '$lib/ui/QuietTable.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import { touchedInWords } from '$lib/words/casebook';
	import { accountsSentence } from '$lib/words/people';
	import type { PageProps } from './$types';

	const { data }: PageProps = $props();

	const roles = ROLES.map((role) => ({ value: role, words: role }));
	let name = $state('');
	let role = $state<Role>('counselor');
	let problem = $state<string | null>(null);
	/** The link that was just made, and for whom. */
	let made = $state.raw<{ readonly name: string; readonly link: string } | null>(null);

	async function carryOut(asked: Promise<Answer<AccountDone>>): Promise<boolean> {
		problem = null;
		made = null;
		const answer = await asked;
		if (answer.kind === 'done') {
			const { account, secret } = answer.value;
			if (secret !== null)
				made = { name: account.name, link: `${location.origin}/welcome#${secret}` };
		} else problem = whyNot(answer);
		await invalidateAll();
		return answer.kind === 'done';
	}

	async function add(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		if (await carryOut(addAccount(name.trim(), role))) name = '';
	}

	const change = ({ id }: AccountSummary, what: AccountChange) =>
		void carryOut(changeAccount(id, what));

	function stands({ isLocked, hasPassword, seenAt }: AccountSummary): string {
		if (isLocked) return 'locked';
		if (!hasPassword) return 'has not set a password yet';
		return seenAt === null ? 'signed out' : `at work ${touchedInWords(seenAt, data.today, SCREEN)}`;
	}
</script>

<svelte:head><title>People · Residuum</title></svelte:head>
<TopLine
	path={[
		{ name: 'Casebook', href: '/' },
		{ name: 'People', href: '/people' }
	]}
/>
<main>
	<h1 class="unseen">People</h1>
	<Answered sentence={accountsSentence(data.accounts, SCREEN)} />

	<form onsubmit={add}>
		<label>
			<span class="name">Name</span>
			<input required maxlength={LONGEST_NAME} autocomplete="off" bind:value={name} />
		</label>
		<span>
			<span class="name">Role</span>
			<Choice label="Role" value={role} options={roles} onchange={(next) => (role = next)} />
		</span>
		<button type="submit" class="filled">Add</button>
		<span class="help">
			{role === 'counselor'
				? 'sees and changes their own cases and those shared with them'
				: role === 'supervisor'
					? 'sees and changes all, hands cases over, reads the trail'
					: 'reads the cases shared with them'}
		</span>
	</form>

	<div role="status" class="outcome">
		{#if made}
			<p>
				Give this link to {made.name}, by a way that only they read. It sets the password, once,
				within 48 hours:
			</p>
			<p class="link"><code>{made.link}</code></p>
		{:else if problem}
			<p>{problem}</p>
		{/if}
	</div>

	<QuietTable row={40}>
		<thead>
			<tr>
				<th scope="col">Name</th><th scope="col">Role</th>
				<th scope="col" class="right">Cases</th><th scope="col">How it stands</th>
				<th scope="col"><span class="unseen">What can be done</span></th>
			</tr>
		</thead>
		<tbody>
			{#each data.accounts as account (account.id)}
				<tr class:locked={account.isLocked}>
					<th scope="row">{account.name}{account.id === data.person?.id ? ' (you)' : ''}</th>
					<td>
						<Choice
							label="Role of {account.name}"
							value={account.role}
							options={roles}
							onchange={(next) => change(account, { what: 'role', role: next })}
						/>
					</td>
					<td class="right">{account.cases}</td>
					<td class="quiet">{stands(account)}</td>
					<td class="acts">
						{#if account.isLocked}
							<button
								type="button"
								aria-label="Unlock {account.name}"
								onclick={() => change(account, { what: 'unlock' })}>Unlock</button
							>
						{:else}
							<button
								type="button"
								aria-label="New link for {account.name}"
								onclick={() => change(account, { what: 'link' })}>New link</button
							>
							<button
								type="button"
								aria-label="Lock {account.name}"
								onclick={() => change(account, { what: 'lock' })}>Lock</button
							>
						{/if}
						<a href="/trail?of={account.id}" aria-label="Trail of {account.name}">Trail</a>
					</td>
				</tr>
			{/each}
		</tbody>
	</QuietTable>
</main>

<style>
	main {
		display: grid;
		gap: 18px;
		max-width: 1000px;
		padding: 26px 24px 90px;
	}

	form {
		display: flex;
		flex-wrap: wrap;
		gap: 12px 22px;
		align-items: end;
		padding: 12px 6px 16px;
		border-top: 2px solid var(--act);
		border-bottom: 1px solid var(--hairline);
	}

	.name {
		display: block;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	input {
		width: 260px;
		height: 30px;
		padding: 0 8px;
		border: 0;
		border-bottom: 1px solid var(--act);
		border-radius: 2px 2px 0 0;
		background: var(--sheet);
	}

	.help {
		color: var(--quiet);
		padding-bottom: 4px;
		font-size: 14px;
	}

	.outcome:empty {
		display: none;
	}

	.outcome p {
		margin: 0;
	}

	.link code {
		font-family: ui-monospace, monospace;
		font-size: 14px;
		overflow-wrap: anywhere;
		user-select: all;
	}

	.locked th {
		color: var(--quiet);
		text-decoration: line-through;
	}
</style>
