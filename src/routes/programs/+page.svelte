<!-- Other programs that people let in: each with what its token allows, made here and taken back here. -->
<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { keepProgramOut, letProgramIn } from '$lib/desk/agency-requests';
	import { whyNot } from '$lib/desk/requests';
	import { may } from '$lib/document/capabilities';
	import { LONGEST_PURPOSE, SCOPES, TERMS, type Program, type Scope } from '$lib/document/programs';
	import { SCREEN } from '$lib/reading/writing';
	import Answered from '$lib/ui/Answer.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import NamedFields from '$lib/ui/NamedFields.svelte';
	import QuietTable from '$lib/ui/QuietTable.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import { touchedInWords } from '$lib/words/casebook';
	import { programsSentence, scopeInWords, termInWords } from '$lib/words/programs';
	import Webhooks from './Webhooks.svelte';
	import type { PageProps } from './$types';
	import { t } from '$lib/words/labels/programs';

	const { data }: PageProps = $props();
	const me = $derived(data.person?.name ?? '');
	/** Whether programs of others are seen, too. */
	const isOfOthers = $derived(
		[...data.programs, ...data.webhooks].some(({ person }) => person !== me)
	);

	let purpose = $state('');
	let scopes = $state<Scope[]>(['cases:read']);
	let days = $state<string>('90');
	let problem = $state<string | null>(null);
	/** The token that was just made: it is never shown again. */
	let made = $state.raw<{ readonly purpose: string; readonly token: string } | null>(null);

	async function letIn(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		problem = made = null;
		const term = TERMS.find((one) => String(one) === days) ?? TERMS[0];
		const asked = { purpose: purpose.trim(), scopes, days: term };
		const answer = await letProgramIn(asked);
		if (answer.kind === 'done') {
			made = { purpose: asked.purpose, token: answer.value.token };
			purpose = '';
		} else {
			const [first] = answer.kind === 'refused' ? answer.problems : [];
			problem = first?.message ?? whyNot(answer);
		}
		await invalidateAll();
	}

	async function revoke({ id }: Program): Promise<void> {
		problem = made = null;
		const answer = await keepProgramOut(id);
		if (answer.kind !== 'done') problem = whyNot(answer);
		await invalidateAll();
	}

	const dayOf = (instant: string) => touchedInWords(instant, data.today, SCREEN);
</script>

<svelte:head><title>{t('Other programs')} · Residuum</title></svelte:head>
<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: t('Other programs'), href: '/programs' }
	]}
/>
<main>
	<h1 class="unseen">{t('Other programs')}</h1>
	<Answered sentence={programsSentence(data.programs, me, SCREEN)} />
	<p class="help">
		{t('A program with a token sees and does what it …')}
		<a href="/api/v1/openapi.json" target="_blank">{t('Description of the interface (OpenAPI)')}</a>
	</p>

	<div class="adding">
		<NamedFields onsubmit={letIn}>
			<label>
				<span class="name">{t('What the token is for')}</span>
				<input required maxlength={LONGEST_PURPOSE} autocomplete="off" bind:value={purpose} />
			</label>
			<fieldset>
				<legend class="name">{t('What it allows')}</legend>
				{#each SCOPES as scope (scope)}
					<label>
						<input type="checkbox" value={scope} bind:group={scopes} />
						{scopeInWords(scope, SCREEN)}
					</label>
				{/each}
			</fieldset>
			<span>
				<span class="name">{t('How long')}</span>
				<Choice
					label={t('How long')}
					value={days}
					options={TERMS.map((term) => ({
						value: String(term),
						words: termInWords(term, SCREEN)
					}))}
					onchange={(next) => (days = next)}
				/>
			</span>
			<button type="submit" class="filled">{t('Make a token')}</button>
		</NamedFields>
	</div>

	<div role="status" class="outcome">
		{#if made}
			<p>{t('This is the token for {purpose}. It is …', { purpose: made.purpose })}</p>
			<p class="token"><code>{made.token}</code></p>
		{:else if problem}
			<p>{problem}</p>
		{/if}
	</div>

	{#if data.programs.length === 0}
		<p class="help">{t('No token has been made yet. …')}</p>
	{:else}
		<div class="wide">
			<QuietTable row={40}>
				<thead>
					<tr>
						<th scope="col">{t('What the token is for')}</th>
						{#if isOfOthers}<th scope="col">{t('On behalf of')}</th>{/if}
						<th scope="col">{t('What it allows')}</th>
						<th scope="col">{t('Ends')}</th>
						<th scope="col">{t('Last used')}</th>
						<th scope="col"><span class="unseen">{t('Actions')}</span></th>
					</tr>
				</thead>
				<tbody>
					{#each data.programs as program (program.id)}
						<tr class:over={program.isOver}>
							<th scope="row" title={program.purpose}>{program.purpose}</th>
							{#if isOfOthers}<td class="person">{program.person}</td>{/if}
							<td class="allows">
								{program.scopes.map((scope) => scopeInWords(scope, SCREEN)).join(' · ')}
							</td>
							<td>{program.isOver ? t('not good any more') : dayOf(program.endsAt)}</td>
							<td class="quiet">{program.usedAt === null ? t('never') : dayOf(program.usedAt)}</td>
							<td class="acts">
								<button
									type="button"
									aria-label={t('Revoke the token for {purpose}', { purpose: program.purpose })}
									onclick={() => void revoke(program)}>{t('Revoke')}</button
								>
								{#if may(data.person ?? null, 'trail')}
									<a
										href="/audit-trail?of={program.id}"
										aria-label={t('Audit trail of {name}', { name: program.purpose })}
										>{t('Audit trail')}</a
									>
								{/if}
							</td>
						</tr>
					{/each}
				</tbody>
			</QuietTable>
		</div>
	{/if}

	<Webhooks
		webhooks={data.webhooks}
		hosts={data.hosts}
		{isOfOthers}
		today={data.today}
		onchanged={() => void invalidateAll()}
	/>
</main>

<style>
	main {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 18px;
		max-width: 1100px;
		padding: 26px 24px 90px;
	}

	p {
		margin: 0;
	}

	.help {
		max-width: 76ch;
		color: var(--quiet);
		font-size: 14px;
	}

	.help a {
		color: var(--act);
	}

	.adding {
		padding: 12px 6px 16px;
		border-top: 2px solid var(--act);
		border-bottom: 1px solid var(--hairline);
	}

	.outcome:empty {
		display: none;
	}

	.token code {
		font-family: ui-monospace, monospace;
		font-size: 14px;
		overflow-wrap: anywhere;
		user-select: all;
	}

	.over :is(th, td:not(.acts)) {
		color: var(--quiet);
	}

	.wide {
		overflow-x: auto;
	}

	.allows {
		min-width: 220px;
		white-space: normal;
	}
</style>
