<!-- How people come in by the directory: rules that give roles, who is let in, and whether passwords are good as well. -->
<script lang="ts">
	import { setDirectoryPolicy } from '$lib/desk/agency-requests';
	import { whyNot } from '$lib/desk/requests';
	import {
		LONGEST_CLAIM,
		LONGEST_VALUE,
		MOST_RULES,
		type DirectoryPolicy,
		type DirectoryRule
	} from '$lib/document/directory';
	import { may } from '$lib/document/capabilities';
	import type { AccountSummary, RoleSummary } from '$lib/document/people';
	import { SCREEN } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import IconButton from '$lib/ui/IconButton.svelte';
	import NamedFields from '$lib/ui/NamedFields.svelte';
	import { roleInWords } from '$lib/words/people';
	import { t } from '$lib/words/labels/accounts';
	import X from '@lucide/svelte/icons/x';

	interface Props {
		policy: DirectoryPolicy;
		accounts: readonly AccountSummary[];
		roles: readonly RoleSummary[];
		onchanged: () => void;
	}
	const { policy, accounts, roles, onchanged }: Props = $props();

	const NEW: DirectoryRule = { claim: 'groups', value: '', role: 'counselor' };
	let added = $state.raw<DirectoryRule>({ ...NEW });
	let problem = $state<string | null>(null);

	async function change(next: Partial<DirectoryPolicy>): Promise<boolean> {
		problem = null;
		const answer = await setDirectoryPolicy({ ...policy, ...next });
		if (answer.kind !== 'done') problem = whyNot(answer);
		// What was refused is shown as it still is.
		onchanged();
		return answer.kind === 'done';
	}

	async function add(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		const rule = { ...added, claim: added.claim.trim(), value: added.value.trim() };
		if (await change({ rules: [...policy.rules, rule] })) added = { ...NEW };
	}

	const without = (place: number) => policy.rules.filter((_, at) => at !== place);
	const withRole = (place: number, role: string) =>
		policy.rules.map((rule, at) => (at === place ? { ...rule, role } : rule));

	const NOBODY = '';
	const keepers = $derived([
		{ value: NOBODY, words: t('nobody') },
		...accounts
			.filter((one) => may(one, 'people') && one.hasPassword && !one.isLocked)
			.map(({ id, name }) => ({ value: id, words: name }))
	]);
	const names = $derived(
		roles.map(({ role }) => ({ value: role, words: roleInWords(role, SCREEN) }))
	);

	/** A box whose change may be refused stays as it was then. */
	async function check(box: HTMLInputElement, next: Partial<DirectoryPolicy>): Promise<void> {
		if (!(await change(next))) box.checked = !box.checked;
	}
</script>

<section aria-labelledby="directory">
	<h2 id="directory">{t('Signing in with the agency’s directory')}</h2>
	<div role="status">
		{#if problem}<p>{problem}</p>{/if}
	</div>
	<label class="box">
		<input
			type="checkbox"
			checked={policy.makesNewcomers}
			onchange={({ currentTarget: box }) => void check(box, { makesNewcomers: box.checked })}
		/>
		{t('Add people at their first sign-in, with the …')}
	</label>
	<label class="box">
		<input
			type="checkbox"
			checked={policy.passwords}
			onchange={({ currentTarget: box }) => void check(box, { passwords: box.checked })}
		/>
		{t('Passwords can be used as well')}
	</label>
	<p class="box">
		<span>{t('In an emergency this password always works')}</span>
		<Choice
			label={t('In an emergency this password always works')}
			value={policy.emergency ?? NOBODY}
			options={keepers}
			onchange={(id) => void change({ emergency: id === NOBODY ? null : id })}
		/>
	</p>

	<p class="help">{t('The first rule that matches gives the role, …')}</p>
	<ol>
		{#each policy.rules as rule, place (place)}
			<li>
				<code>{rule.claim}</code>
				{t('is or includes')}
				<code>{rule.value}</code>
				<span class="gives">
					<Choice
						label={t('Role for {claim} {value}', { claim: rule.claim, value: rule.value })}
						value={rule.role}
						options={names}
						onchange={(role) => void change({ rules: withRole(place, role) })}
					/>
				</span>
				<IconButton
					title={t('Remove')}
					label={t('Remove the rule for {claim} {value}', { claim: rule.claim, value: rule.value })}
					onclick={() => void change({ rules: without(place) })}
				>
					<X size={15} aria-hidden="true" />
				</IconButton>
			</li>
		{:else}
			<li class="help">{t('No rules yet: everybody keeps the role …')}</li>
		{/each}
	</ol>
	{#if policy.rules.length < MOST_RULES}
		<NamedFields width={220} onsubmit={add}>
			<label>
				<span class="name">{t('Field of the directory')}</span>
				<input
					required
					maxlength={LONGEST_CLAIM}
					autocomplete="off"
					bind:value={() => added.claim, (claim) => (added = { ...added, claim })}
				/>
			</label>
			<label>
				<span class="name">{t('is or includes')}</span>
				<input
					required
					maxlength={LONGEST_VALUE}
					autocomplete="off"
					bind:value={() => added.value, (value) => (added = { ...added, value })}
				/>
			</label>
			<span>
				<span class="name">{t('Role')}</span>
				<Choice
					label={t('Role')}
					value={added.role}
					options={names}
					onchange={(role) => (added = { ...added, role })}
				/>
			</span>
			<button type="submit">{t('Add a rule')}</button>
		</NamedFields>
	{/if}
</section>

<style>
	section {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 8px;
		margin-top: 22px;
	}

	h2,
	p,
	ol {
		margin: 0;
	}

	h2 {
		font-size: 20px;
	}

	ol {
		padding: 0;
		list-style: none;
	}

	li {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 12px;
		align-items: center;
		padding: 4px 6px;
		border-bottom: 1px solid var(--row-line);
	}

	code {
		font-family: ui-monospace, monospace;
		font-size: 14px;
		overflow-wrap: anywhere;
	}

	.gives {
		min-width: 160px;
		margin-inline-start: auto;
	}

	.box {
		display: flex;
		flex-wrap: wrap;
		gap: 10px;
		align-items: center;
		min-height: 30px;
	}

	input[type='checkbox'] {
		accent-color: var(--act);
	}

	.help {
		color: var(--quiet);
		font-size: 14px;
	}
</style>
