<!-- The accounts: added, locked and reset by supervisors. -->
<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import {
		addAccount,
		changeAccount,
		resetFactors,
		type AccountDone
	} from '$lib/desk/agency-requests';
	import { whyNot, type Answer } from '$lib/desk/requests';
	import { LONGEST_NAME, type AccountSummary } from '$lib/document/people';
	import type { AccountChange } from '$lib/document/schema/people';
	import { SCREEN } from '$lib/reading/writing';
	import Answered from '$lib/ui/Answer.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import NamedFields from '$lib/ui/NamedFields.svelte';
	import QuietTable from '$lib/ui/QuietTable.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import { touchedInWords } from '$lib/words/casebook';
	import { accountsSentence, capabilityInWords, roleInWords } from '$lib/words/people';
	import { LONGEST_VALUE } from '$lib/document/directory';
	import Directory from './Directory.svelte';
	import Roles from './Roles.svelte';
	import type { PageProps } from './$types';
	import { t } from '$lib/words/labels/accounts';

	const { data }: PageProps = $props();

	const roles = $derived(
		data.roles.map(({ role }) => ({ value: role, words: roleInWords(role, SCREEN) }))
	);
	let name = $state('');
	/** The name in the directory; nothing where somebody comes in with a password. */
	let directory = $state('');
	let role = $state('counselor');
	/** What the role to be given includes, in a line. */
	const includes = $derived(
		(data.roles.find((one) => one.role === role)?.may ?? [])
			.map((capability) => capabilityInWords(capability, SCREEN))
			.join(' · ')
	);
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
		if (await carryOut(addAccount(name.trim(), role, directory.trim() || null)))
			name = directory = '';
	}

	const change = ({ id }: AccountSummary, what: AccountChange) =>
		void carryOut(changeAccount(id, what));

	/** Asked by one, done by another. */
	async function reset({ id, name: whose }: AccountSummary): Promise<void> {
		problem = null;
		made = null;
		const answer = await resetFactors(id);
		problem =
			answer.kind !== 'done'
				? whyNot(answer)
				: answer.value.reset === 'asked'
					? t('Somebody else who manages people has to …', { name: whose })
					: t('{name} signs in with the password alone now', { name: whose });
		await invalidateAll();
	}

	function stands({
		isLocked,
		hasPassword,
		directory,
		resetAskedBy,
		seenAt
	}: AccountSummary): string {
		if (isLocked) return t('locked');
		if (resetAskedBy !== null) return t('reset asked by {name}', { name: resetAskedBy });
		if (directory === 'waiting') return t('not signed in yet');
		if (!hasPassword && directory === 'none') return t('no password yet');
		return seenAt === null
			? t('signed out')
			: t('last active {seenAt}', { seenAt: touchedInWords(seenAt, data.today, SCREEN) });
	}
</script>

<svelte:head><title>{t('People')} · Residuum</title></svelte:head>
<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: t('People'), href: '/people' }
	]}
/>
<main>
	<h1 class="unseen">{t('People')}</h1>
	<Answered sentence={accountsSentence(data.accounts, SCREEN)} />

	<div class="adding">
		<NamedFields onsubmit={add}>
			<label>
				<span class="name">{t('Name')}</span>
				<input required maxlength={LONGEST_NAME} autocomplete="off" bind:value={name} />
			</label>
			{#if data.policy}
				<label>
					<span class="name">{t('Name in the directory')}</span>
					<input
						maxlength={LONGEST_VALUE}
						autocomplete="off"
						placeholder={t('for a password: none')}
						bind:value={directory}
					/>
				</label>
			{/if}
			<span>
				<span class="name">{t('Role')}</span>
				<Choice label={t('Role')} value={role} options={roles} onchange={(next) => (role = next)} />
			</span>
			<button type="submit" class="filled">{t('Add')}</button>
			<span class="help">
				{includes || t('views the cases shared with them')}
			</span>
		</NamedFields>
	</div>

	<div role="status" class="outcome">
		{#if made}
			<p>
				{t('Give this link to {name} privately. It …', { name: made.name })}
			</p>
			<p class="link"><code>{made.link}</code></p>
		{:else if problem}
			<p>{problem}</p>
		{/if}
	</div>

	<QuietTable row={40}>
		<thead>
			<tr>
				<th scope="col">{t('Name')}</th><th scope="col">{t('Role')}</th>
				{#if data.policy}<th scope="col">{t('Name in the directory')}</th>{/if}
				<th scope="col" class="right">{t('Cases')}</th><th scope="col">{t('Status')}</th>
				<th scope="col"><span class="unseen">{t('Actions')}</span></th>
			</tr>
		</thead>
		<tbody>
			{#each data.accounts as account (account.id)}
				<tr class:locked={account.isLocked}>
					<th scope="row">{account.name}{account.id === data.person?.id ? t('(you)') : ''}</th>
					<td class="role">
						<Choice
							label={t('Role of {name}', { name: account.name })}
							value={account.role}
							options={roles}
							onchange={(next) => change(account, { what: 'role', role: next })}
						/>
					</td>
					{#if data.policy}
						<td>
							<input
								class="there"
								aria-label={t('Name of {name} in the directory', { name: account.name })}
								maxlength={LONGEST_VALUE}
								autocomplete="off"
								autocapitalize="none"
								spellcheck="false"
								value={account.directoryName ?? ''}
								onchange={({ currentTarget }) =>
									change(account, { what: 'directory', name: currentTarget.value.trim() })}
							/>
						</td>
					{/if}
					<td class="right">{account.cases}</td>
					<td class="quiet">{stands(account)}</td>
					<td class="acts">
						{#if account.isLocked}
							<button
								type="button"
								aria-label={t('Unlock {name}', { name: account.name })}
								onclick={() => change(account, { what: 'unlock' })}>{t('Unlock')}</button
							>
						{:else}
							<button
								type="button"
								aria-label={t('New link for {name}', { name: account.name })}
								onclick={() => change(account, { what: 'link' })}>{t('New link')}</button
							>
							{#if account.hasSecondFactor && account.id !== data.person?.id}
								<button
									type="button"
									aria-label={t('Reset the second factor of {name}', { name: account.name })}
									onclick={() => reset(account)}
									>{account.resetAskedBy === null || account.resetAskedBy === data.person?.name
										? t('Reset second factor')
										: t('Confirm reset')}</button
								>
							{/if}
							<button
								type="button"
								aria-label={t('Lock {name}', { name: account.name })}
								onclick={() => change(account, { what: 'lock' })}>{t('Lock')}</button
							>
						{/if}
						<a
							href="/audit-trail?of={account.id}"
							aria-label={t('Audit trail of {name}', { name: account.name })}>{t('Audit trail')}</a
						>
					</td>
				</tr>
			{/each}
		</tbody>
	</QuietTable>

	{#if data.policy}
		<Directory
			policy={data.policy}
			accounts={data.accounts}
			roles={data.roles}
			onchanged={() => void invalidateAll()}
		/>
	{/if}

	<Roles roles={data.roles} onchanged={() => void invalidateAll()} />
</main>

<style>
	main {
		display: grid;
		gap: 18px;
		max-width: 1000px;
		padding: 26px 24px 90px;
	}

	.adding {
		padding: 12px 6px 16px;
		border-top: 2px solid var(--act);
		border-bottom: 1px solid var(--hairline);
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

	.there {
		width: 150px;
		height: 30px;
		padding: 0 8px;
		border: 0;
		border-bottom: 1px solid transparent;
		background: transparent;
	}

	.there:is(:hover, :focus) {
		border-bottom-color: var(--act);
	}

	.role {
		width: 200px;
		max-width: 260px;
	}

	.locked th {
		color: var(--quiet);
		text-decoration: line-through;
	}
</style>
