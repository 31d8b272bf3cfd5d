<!-- The roles and what each includes: those that were made here are changed by their check boxes. -->
<script lang="ts">
	import { defineRole, deleteRole, setFactorNeed } from '$lib/desk/agency-requests';
	import { whyNot, type Answer } from '$lib/desk/requests';
	import { CAPABILITIES, type Capability } from '$lib/document/capabilities';
	import { LONGEST_ROLE, type RoleSummary } from '$lib/document/people';
	import { SCREEN } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import NamedFields from '$lib/ui/NamedFields.svelte';
	import QuietTable from '$lib/ui/QuietTable.svelte';
	import { capabilityInWords, roleInWords } from '$lib/words/people';
	import { t } from '$lib/words/labels/accounts';
	import Check from '@lucide/svelte/icons/check';

	interface Props {
		roles: readonly RoleSummary[];
		onchanged: () => void;
	}
	const { roles, onchanged }: Props = $props();

	let name = $state('');
	let like = $state('counselor');
	let problem = $state<string | null>(null);

	async function carryOut(asked: Promise<Answer<undefined>>): Promise<boolean> {
		problem = null;
		const answer = await asked;
		if (answer.kind !== 'done') problem = whyNot(answer);
		// What was refused is shown as it still is.
		onchanged();
		return answer.kind === 'done';
	}

	async function add(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		const may = roles.find(({ role }) => role === like)?.may ?? [];
		if (roles.some(({ role }) => role === name.trim())) {
			problem = t('There is a role of this name already');
			return;
		}
		if (await carryOut(defineRole(name.trim(), may))) name = '';
	}

	async function include(
		{ role, may }: RoleSummary,
		capability: Capability,
		box: HTMLInputElement
	): Promise<void> {
		const next = CAPABILITIES.filter((one) =>
			one === capability ? box.checked : may.includes(one)
		);
		if (!(await carryOut(defineRole(role, next)))) box.checked = may.includes(capability);
	}

	async function need(role: string, box: HTMLInputElement): Promise<void> {
		const isNeeded = box.checked;
		if (!(await carryOut(setFactorNeed(role, isNeeded)))) box.checked = !isNeeded;
	}
</script>

<section aria-labelledby="roles">
	<h2 id="roles">{t('What each role includes')}</h2>
	<p class="help">{t('Every role views the cases shared with …')}</p>
	<NamedFields onsubmit={add}>
		<label>
			<span class="name">{t('Name of the new role')}</span>
			<input required maxlength={LONGEST_ROLE} autocomplete="off" bind:value={name} />
		</label>
		<span>
			<span class="name">{t('Starts with what this one includes')}</span>
			<Choice
				label={t('Starts with what this one includes')}
				value={like}
				options={roles.map(({ role }) => ({ value: role, words: roleInWords(role, SCREEN) }))}
				onchange={(next) => (like = next)}
			/>
		</span>
		<button type="submit">{t('Add a role')}</button>
	</NamedFields>
	<div role="status">
		{#if problem}<p>{problem}</p>{/if}
	</div>
	<div class="wide">
		<QuietTable row={36}>
			<thead>
				<tr>
					<th scope="col"><span class="unseen">{t('Includes')}</span></th>
					{#each roles as { role } (role)}
						<th scope="col">{roleInWords(role, SCREEN)}</th>
					{/each}
				</tr>
			</thead>
			<tbody>
				<tr>
					<th scope="row">{t('Need a second factor with a password')}</th>
					{#each roles as { role, needsSecondFactor } (role)}
						<td>
							<input
								type="checkbox"
								aria-label={t('{role}: {capability}', {
									role: roleInWords(role, SCREEN),
									capability: t('Need a second factor with a password')
								})}
								checked={needsSecondFactor}
								onchange={(event) => void need(role, event.currentTarget)}
							/>
						</td>
					{/each}
				</tr>
				{#each CAPABILITIES as capability (capability)}
					{@const words = capabilityInWords(capability, SCREEN)}
					<tr>
						<th scope="row">{words}</th>
						{#each roles as one (one.role)}
							<td>
								{#if one.isBuiltIn}
									{#if one.may.includes(capability)}
										<Check size={16} aria-label={t('included')} />
									{:else}
										<span class="unseen">{t('not included')}</span>
									{/if}
								{:else}
									<input
										type="checkbox"
										aria-label={t('{role}: {capability}', {
											role: one.role,
											capability: words
										})}
										checked={one.may.includes(capability)}
										onchange={(event) => void include(one, capability, event.currentTarget)}
									/>
								{/if}
							</td>
						{/each}
					</tr>
				{/each}
				{#if roles.some(({ isBuiltIn }) => !isBuiltIn)}
					<tr>
						<td></td>
						{#each roles as { role, isBuiltIn } (role)}
							<td class="acts">
								{#if !isBuiltIn}
									<button
										type="button"
										aria-label={t('Delete the role {role}', { role })}
										onclick={() => void carryOut(deleteRole(role))}>{t('Delete')}</button
									>
								{/if}
							</td>
						{/each}
					</tr>
				{/if}
			</tbody>
		</QuietTable>
	</div>
</section>

<style>
	section {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 10px;
		margin-top: 22px;
	}

	h2,
	p {
		margin: 0;
	}

	h2 {
		font-size: 20px;
	}

	.help {
		color: var(--quiet);
		font-size: 14px;
	}

	.wide {
		overflow-x: auto;
	}

	.wide :global(:is(td, thead th + th)) {
		min-width: 110px;
	}

	.wide :global(thead th) {
		overflow: hidden;
		max-width: 180px;
		text-overflow: ellipsis;
	}

	input[type='checkbox'] {
		accent-color: var(--act);
	}

	td :global(svg) {
		display: block;
		color: var(--act);
	}
</style>
