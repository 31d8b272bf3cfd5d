<!-- The agency's creditors: what each asks, what it usually agrees to, how it is written to. -->
<script lang="ts">
	import { replaceState } from '$app/navigation';
	import { page } from '$app/state';
	import { creditorBook } from '$lib/desk/reference-book.svelte';
	import { putReference, whyNot, type Answer } from '$lib/desk/requests';
	import { may } from '$lib/document/capabilities';
	import { creditorOn, foldedName, type Creditor } from '$lib/document/creditors';
	import type { CreditorProfile, ReferencePut } from '$lib/document/reference';
	import { currencyOf } from '$lib/reading/currencies';
	import { SCREEN } from '$lib/reading/writing';
	import Answered from '$lib/ui/Answer.svelte';
	import DatedForm from '$lib/ui/DatedForm.svelte';
	import Notice from '$lib/ui/Notice.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import Proposal from '$lib/ui/Proposal.svelte';
	import TakeFile from '$lib/ui/TakeFile.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import {
		agreementInWords,
		creditorsSentence,
		notReadInWords,
		readFromSentence
	} from '$lib/words/usual-terms';
	import { onMount } from 'svelte';
	import { v4 as newId } from 'uuid';
	import CreditorView from './CreditorView.svelte';
	import ProfileFields from './ProfileFields.svelte';
	import type { CreditorsFile } from './creditors-file';
	import type { PageProps } from './$types';
	import { deskLanguage } from '$lib/messages/desk-language';
	import { t } from '$lib/words/labels/reference';

	const { data }: PageProps = $props();
	const canEdit = $derived(may(data.person, 'reference'));

	let failure = $state.raw<Answer<unknown> | null>(null);
	let isOpen = $state(false);
	let search = $state('');
	let picked = $state<string | null>(page.url.searchParams.get('of'));
	let notice = $state.raw<{ text: string; undo?: ReferencePut[] } | null>(null);

	function takeBack(undo: ReferencePut[]): void {
		notice = null;
		void put(undo);
	}
	let read = $state.raw<Exclude<CreditorsFile, { refused: string }> | null>(null);
	/** A creditor that is being added. */
	let fresh = $state.raw<CreditorProfile | null>(null);
	let problem = $state<string | null>(null);

	async function load(): Promise<void> {
		const answer = await creditorBook.again();
		failure = answer.kind === 'done' ? null : answer;
		isOpen = true;
	}
	onMount(() => void load());

	const list = $derived(creditorBook.list);
	const found = $derived.by(() => {
		const words = foldedName(search);
		if (words === '') return list;
		return list.filter(({ profile: { content } }) =>
			[content.name, ...content.names].some((name) => foldedName(name).includes(words))
		);
	});
	const creditor = $derived(found.find(({ id }) => id === picked) ?? found[0] ?? null);

	const NEW: CreditorProfile = {
		name: '',
		names: [],
		kind: 'card',
		address: [],
		email: '',
		language: deskLanguage(),
		currency: 'USD'
	};

	function pick(id: string): void {
		picked = id;
		replaceState(`?of=${id}`, {});
	}

	async function put(rows: ReferencePut[]): Promise<string | null> {
		const answer = await putReference('creditor', creditorBook.version, rows);
		await load();
		return answer.kind === 'done' ? null : why(answer);
	}

	function why(answer: Answer<unknown>): string {
		const [first] = answer.kind === 'refused' ? answer.problems : [];
		return first ? `${whyNot(answer)} ${first.message}` : whyNot(answer);
	}

	async function add(): Promise<void> {
		if (!fresh) return;
		const subject = newId();
		const row = { kind: 'creditor', subject, term: 'profile', knownFrom: '' } as const;
		problem = await put([{ ...row, holdsFrom: data.today, content: fresh }]);
		if (problem !== null) return;
		fresh = null;
		search = '';
		pick(subject);
	}

	/** All that is recorded of a creditor, as rows that would write it again. */
	function rowsOf({ id, ...terms }: Creditor): ReferencePut[] {
		return Object.entries({ ...terms, profile: [terms.profile] }).flatMap(([term, all]) =>
			all.map(({ content, holdsFrom, knownFrom }) => ({
				kind: 'creditor' as const,
				subject: id,
				term,
				content,
				holdsFrom,
				knownFrom
			}))
		);
	}

	async function remove(gone: Creditor): Promise<void> {
		const undo = rowsOf(gone);
		const failed = await put(undo.map((row) => ({ ...row, content: null })));
		const { name } = gone.profile.content;
		notice = failed ? { text: failed } : { text: t('“{name}” is removed', { name }), undo };
	}

	async function look(file: File): Promise<void> {
		const { readCreditorsFile } = await import('./creditors-file');
		const content = await readCreditorsFile(file, creditorBook, data.today);
		if ('refused' in content) notice = { text: content.refused };
		else read = content;
	}

	async function take(): Promise<void> {
		if (!read) return;
		const { puts, name } = read;
		const failed = puts.length === 0 ? null : await put([...puts]);
		if (failed) notice = { text: failed };
		else {
			notice = { text: t('“{name}” is imported', { name }) };
			read = null;
		}
	}

	function usual({ profile, ...terms }: Creditor): string {
		const { agreement } = creditorOn({ profile, ...terms }, data.today);
		const { currency: code } = profile.content;
		const currency = currencyOf(code) ?? { code, digits: 2 };
		return agreement
			? agreementInWords(agreement.content, { language: deskLanguage(), currency })
			: '';
	}

	function step(event: KeyboardEvent): void {
		const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
		if (by === 0) return;
		event.preventDefault();
		const at = found.findIndex(({ id }) => id === creditor?.id);
		const next = found[Math.min(Math.max(at + by, 0), found.length - 1)];
		if (!next) return;
		pick(next.id);
		document.querySelector(`[data-creditor="${next.id}"]`)?.scrollIntoView({ block: 'nearest' });
	}
</script>

<svelte:head><title>{t('Creditors')} · Residuum</title></svelte:head>
<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: t('Creditors'), href: '/creditors' }
	]}
/>
<main>
	<h1 class="unseen">{t('Creditors')}</h1>
	{#if isOpen}
		<div class="top">
			<Answered sentence={creditorsSentence(list, data.today, SCREEN)} />
			<div class="actions screen-only">
				{#if canEdit}
					<TakeFile
						accept=".csv,.json"
						title={t('A table of creditors (CSV), or reference data (JSON)')}
						onfile={(file) => void look(file)}>{t('Import')}</TakeFile
					>
				{/if}
				{#if list.length > 0}
					<a href="/indexes">{t('Indexes')}</a>
					<a href="/payments">{t('Payments')}</a>
					<a href="/agency">{t('Agency')}</a>
					<a href="/api/reference/creditor/file?as=csv" download>{t('Table (CSV)')}</a>
					<a href="/api/reference/creditor/file" download>{t('Everything (JSON)')}</a>
				{/if}
				{#if canEdit && !fresh}
					<button type="button" onclick={() => (fresh = NEW)}>{t('Add a creditor')}</button>
				{/if}
			</div>
		</div>
	{/if}

	{#if failure}
		<p role="alert">
			{whyNot(failure)}
			<button type="button" class="act" onclick={() => void load()}>{t('Try again')}</button>
		</p>
	{/if}
	{#if read}
		{@const { puts, problems } = read}
		<Proposal
			ready={puts.length > 0 && problems.length === 0}
			ontake={() => void take()}
			onclose={() => (read = null)}
		>
			<p><Phrases sentence={readFromSentence(read.name, read, SCREEN)} /></p>
			{#each problems.slice(0, 12) as { row, problem: said }, at (at)}
				<p role="alert">{notReadInWords(row, said, SCREEN)}</p>
			{/each}
		</Proposal>
	{/if}
	{#if fresh}
		<DatedForm
			title={t('New creditor')}
			today={data.today}
			holdsFrom={data.today}
			knownFrom=""
			isDated={false}
			lacks={fresh.name.trim() === '' ? t('A creditor needs a name.') : null}
			{problem}
			onsave={add}
			oncancel={() => {
				fresh = null;
				problem = null;
			}}
		>
			<ProfileFields profile={fresh} isNew onchange={(profile) => (fresh = profile)} />
		</DatedForm>
	{/if}

	{#if list.length > 0}
		<div class="two">
			<div class="list screen-only">
				<input
					type="search"
					aria-label={t('Search the creditors')}
					placeholder={t('Search')}
					bind:value={search}
					onkeydown={step}
				/>
				<ul>
					{#each found as one (one.id)}
						<li data-creditor={one.id}>
							<button
								type="button"
								aria-current={one.id === creditor?.id ? 'true' : undefined}
								onclick={() => pick(one.id)}
							>
								<strong>{one.profile.content.name}</strong>
								<small>{usual(one)}</small>
							</button>
						</li>
					{/each}
				</ul>
				{#if found.length === 0}<p class="none">{t('No creditor has such a name.')}</p>{/if}
			</div>
			{#if creditor}
				{#key creditor.id}
					<CreditorView
						{creditor}
						today={data.today}
						{canEdit}
						onput={put}
						onremove={() => void remove(creditor)}
					/>
				{/key}
			{/if}
		</div>
	{/if}
</main>

{#if notice}
	{@const { text, undo } = notice}
	<Notice {text} onact={undo && (() => takeBack(undo))} onclose={() => (notice = null)} />
{/if}

<style>
	main {
		display: grid;
		gap: 18px;
		max-width: 1180px;
		padding: 26px 24px 90px;
	}

	.top {
		display: flex;
		flex-wrap: wrap;
		gap: 12px 40px;
		align-items: baseline;
		justify-content: space-between;
	}

	.actions {
		display: flex;
		flex-wrap: wrap;
		gap: 8px 20px;
		align-items: baseline;
		margin-inline-start: auto;
	}

	.actions > :is(a, button) {
		min-height: var(--target);
		align-content: center;
	}

	.actions > :is(a, button),
	.act {
		color: var(--act);
		font-weight: 600;
		text-decoration: none;
	}

	.two {
		display: grid;
		grid-template-columns: minmax(220px, 340px) 1fr;
		gap: 32px;
		align-items: start;
	}

	.list {
		position: sticky;
		top: 0;
		display: grid;
		grid-template-rows: auto 1fr;
		max-height: calc(100vh - 120px);
	}

	input {
		height: 32px;
		padding: 0 8px;
		border: 0;
		border-bottom: 1px solid var(--act);
		border-radius: 2px 2px 0 0;
		background: var(--sheet);
	}

	ul {
		overflow-y: auto;
	}

	li {
		border-bottom: 1px solid var(--row-line);
		content-visibility: auto;
		contain-intrinsic-height: 46px;
	}

	li button {
		display: grid;
		width: 100%;
		min-height: var(--target);
		padding: 5px 8px;
		text-align: start;
	}

	li button:hover,
	li button[aria-current] {
		background: var(--picked);
	}

	li strong,
	li small {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	li small {
		color: var(--quiet);
		font-size: 13px;
	}

	.none {
		color: var(--quiet);
	}

	@media print {
		.two {
			display: block;
		}
	}

	@media screen and (width < 760px) {
		.two {
			grid-template-columns: 1fr;
		}

		.list {
			position: static;
			max-height: 40vh;
		}
	}
</style>
