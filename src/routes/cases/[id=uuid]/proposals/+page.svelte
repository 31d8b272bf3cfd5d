<!-- Proposals to creditors: a letter for each debt that a plan proposes something for, and what was answered. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import type { DebtEntry } from '$lib/document/debt';
	import { namedTerms, withNamedTerms, type Reply } from '$lib/document/change';
	import { houseOn } from '$lib/document/agency';
	import { creditorOfDebt } from '$lib/document/creditors';
	import { deskInUse } from '$lib/desk/case-desk.svelte';
	import { FileExport, save } from '$lib/desk/file-export.svelte';
	import { agencyBook, creditorBook } from '$lib/desk/reference-book.svelte';
	import { putMessage } from '$lib/desk/requests';
	import { base64Of } from '$lib/exchange/bytes';
	import { letterOf, type LetterParts } from '$lib/handout/letter';
	import Answer from '$lib/ui/Answer.svelte';
	import DebtMark from '$lib/ui/DebtMark.svelte';
	import NothingYet from '$lib/ui/NothingYet.svelte';
	import Notice from '$lib/ui/Notice.svelte';
	import Progress from '$lib/ui/Progress.svelte';
	import { nameOf } from '$lib/words/debt';
	import { letterText } from '$lib/words/letter';
	import { proposalsSentence } from '$lib/words/replies';
	import { SvelteMap } from 'svelte/reactivity';
	import { onDestroy, onMount } from 'svelte';
	import { v4 as newKey } from 'uuid';
	import Pages from '../handout/Pages.svelte';
	import ReplyLine from '../plan/ReplyLine.svelte';
	import { t } from '$lib/words/labels/handout';

	const inUse = deskInUse();
	const desk = $derived(inUse());
	const { document: paper, writing } = $derived(desk);
	const entry = $derived(desk.planMeant(page.url.searchParams.get('of')));
	const person = $derived(page.data['person'] as { readonly name: string } | null);

	onMount(() => {
		void creditorBook.open();
		void agencyBook.open();
	});

	interface Proposal {
		readonly debt: DebtEntry;
		readonly place: number;
		readonly named: ReturnType<typeof namedTerms>[number];
	}
	/** The debts that the plan proposes something for, in the list's order. */
	const proposals = $derived.by((): Proposal[] => {
		const all = entry?.changes.flatMap(namedTerms) ?? [];
		return paper.debts.flatMap((debt, place) => {
			const named = all.find((one) => one.debt === debt.id);
			return named ? [{ debt, place, named }] : [];
		});
	});
	const open = $derived(proposals.filter(({ named }) => named.reply.is === 'open'));
	let picked = $state<string | null>(null);
	const shown = $derived(proposals.find(({ debt }) => debt.id === picked) ?? proposals[0] ?? null);

	const house = $derived(houseOn(agencyBook.now, paper.asOf));

	function partsFor(debt: DebtEntry): LetterParts {
		return {
			creditor: creditorOfDebt(debt, creditorBook.names),
			house,
			counselor: person?.name ?? '',
			day: paper.asOf
		};
	}
	const letter = $derived(
		entry && shown ? letterOf(paper, entry, shown.debt.id, partsFor(shown.debt)) : null
	);
	const emailOf = (debt: DebtEntry) =>
		creditorOfDebt(debt, creditorBook.names)?.profile.content.email ?? '';

	function answer(id: string, reply: Reply): void {
		if (!entry) return;
		const changes = entry.changes.map((change) =>
			withNamedTerms(change, (named) => (named.debt === id ? { ...named, reply } : named))
		);
		desk.before.varyPlan(entry.id, t('reply of a creditor'), { changes });
	}

	const along = new FileExport();
	onDestroy(() => along.stop());
	let making = $state<string | null>(null);
	let notice = $state<string | null>(null);

	const pdfFor = (debt: DebtEntry) =>
		along.make({
			document: paper,
			subject: { of: 'letter', plan: entry?.id ?? '', id: debt.id },
			kind: 'pdf',
			letter: $state.snapshot(partsFor(debt)) as LetterParts
		});

	async function savePdf({ debt }: Proposal): Promise<void> {
		const file = await pdfFor(debt);
		if (file) save(file);
		else notice = along.failure;
	}

	/** The keys of letters of which no answer came, by what they are: sent again, each is in the outbox once. */
	const unanswered = new SvelteMap<string, string>();

	/** Saves a letter for each that has an address to the outbox; it is proposed from then on. */
	async function propose(all: readonly Proposal[]): Promise<void> {
		let count = 0;
		const onPaper: string[] = [];
		for (const { debt } of all) {
			const name = nameOf(debt, writing);
			const to = emailOf(debt);
			if (to === '') {
				onPaper.push(name);
				continue;
			}
			making = name;
			const file = await pdfFor(debt);
			if (!file) return void ([making, notice] = [null, along.failure]);
			const of = {
				...writing,
				language: partsFor(debt).creditor?.profile.content.language ?? 'en'
			};
			const { counselor } = partsFor(debt);
			const signed = [counselor, house.letterhead?.name ?? '']
				.filter((one) => one !== '')
				.join(', ');
			await desk.flush();
			const said = entry && letterOf(paper, entry, debt.id, partsFor(debt));
			const same = JSON.stringify([debt.id, to, said]);
			const key = unanswered.get(same) ?? newKey();
			unanswered.set(same, key);
			const sent = await putMessage(desk.id, {
				key,
				to,
				subject: letterText(of, 'mail subject', { client: paper.label }),
				language: of.language,
				text: letterText(of, 'mail text', { signed }).trim(),
				attachments: [{ name: file.name, type: file.type, content: base64Of(file.bytes) }]
			});
			if (sent.kind !== 'done') {
				making = null;
				notice =
					('problems' in sent && sent.problems[0]?.message) ||
					t('The server is not responding. The letter to …', { name });
				return;
			}
			unanswered.delete(same);
			answer(debt.id, { is: 'proposed', on: paper.asOf });
			count += 1;
		}
		making = null;
		notice = t('{count} letters are in the outbox', {
			count,
			paper: onPaper.length === 0 ? 'none' : 'some',
			names: onPaper.join(', ')
		});
	}
</script>

<svelte:head
	><title>{t('Proposals · {label}', { label: paper.label })} · Residuum</title></svelte:head
>

<main>
	<h1 class="unseen">{t('Proposals to creditors')}</h1>
	{#if !entry || proposals.length === 0}
		<NothingYet
			what={t('This plan proposes nothing to a creditor yet')}
			href="/cases/{desk.id}/plan?of={entry?.id ?? ''}"
		/>
	{:else}
		<section class="sheets" aria-label={t('The letter')}>
			<div class="stack">
				{#if letter}<Pages handout={letter} />{:else}
					<p>{t('The debt is incomplete: its letter …')}</p>
				{/if}
			</div>
		</section>
		<section class="settings" aria-label={t('Proposals')}>
			<Answer sentence={proposalsSentence(proposals.length, open.length, entry.name, writing)} />
			<p class="acts">
				{#if making}
					<Progress
						what={t('The letter to {making}', { making })}
						done={along.done ?? 0}
						onstop={() => along.stop()}
					/>
				{:else}
					<button
						type="button"
						class="filled"
						disabled={open.length === 0}
						onclick={() => void propose(open)}>{t('Save all to the outbox')}</button
					>
					{#if shown}
						<button type="button" onclick={() => void savePdf(shown)}>{t('Save as PDF')}</button>
					{/if}
					<button type="button" onclick={() => print()}>{t('Print')}</button>
				{/if}
			</p>
			{#if !house.letterhead}
				<p class="quiet">
					{t('No name of the agency is set: the letter …')}
					<a href="/agency">{t('Set it ›')}</a>
				</p>
			{/if}
			<ul>
				{#each proposals as one (one.debt.id)}
					{@const name = nameOf(one.debt, writing)}
					<li class:shown={one.debt.id === shown?.debt.id}>
						<button
							type="button"
							class="name"
							aria-current={one.debt.id === shown?.debt.id ? 'true' : undefined}
							onclick={() => (picked = one.debt.id)}
						>
							<DebtMark index={one.place} />
							<span>{name}</span>
							{#if emailOf(one.debt) === ''}<small>{t('on paper')}</small>{/if}
						</button>
						<ReplyLine
							named={one.named}
							{name}
							asOf={paper.asOf}
							{writing}
							onchange={(reply) => answer(one.debt.id, reply)}
							onenter={() => undefined}
						/>
					</li>
				{/each}
			</ul>
			<p>
				<button type="button" onclick={() => void goto(`/cases/${desk.id}/plan?of=${entry.id}`)}
					>{t('Back to the plan')}</button
				>
			</p>
		</section>
	{/if}
</main>

{#if notice}<Notice text={notice} onclose={() => (notice = null)} />{/if}

<style>
	main {
		display: grid;
		grid-template-columns: 1fr 380px;
		height: calc(100vh - 48px);
	}

	.sheets {
		overflow: auto;
		padding: 22px;
	}

	.stack {
		display: grid;
		gap: 18px;
		justify-content: center;
	}

	.settings {
		overflow-y: auto;
		padding: 18px 22px;
		border-inline-start: 1px solid var(--hairline);
	}

	.settings :global(.answer) {
		font-size: 20px;
	}

	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 8px 18px;
		align-items: center;
		margin: 14px 0;
	}

	.settings button:not(.filled, .name),
	a {
		color: var(--act);
		font-weight: 600;
	}

	.quiet {
		color: var(--quiet);
		font-size: 14px;
	}

	li {
		border-top: 1px solid var(--row-line);
	}

	.shown {
		background: var(--picked);
	}

	.name {
		display: flex;
		gap: 8px;
		align-items: center;
		width: 100%;
		padding: 6px 4px;
		text-align: start;
	}

	.name small {
		margin-inline-start: auto;
		color: var(--quiet);
	}

	@media screen and (width < 900px) {
		main {
			grid-template-columns: minmax(0, 1fr);
			height: auto;
		}

		.stack {
			justify-content: start;
			zoom: 0.7;
		}

		.settings {
			border-inline-start: 0;
			order: -1;
		}
	}

	@media print {
		main {
			display: block;
			height: auto;
		}

		.settings {
			display: none;
		}

		.sheets {
			overflow: visible;
			padding: 0;
		}

		.stack {
			display: block;
		}
	}
</style>
