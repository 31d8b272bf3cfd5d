<!-- A message to the client: written, looked at, put into the outbox; and what was put there before. -->
<script lang="ts">
	import { beforeNavigate, goto, invalidateAll } from '$app/navigation';
	import { page } from '$app/state';
	import { deskInUse } from '$lib/desk/case-desk.svelte';
	import { NOTHING_TYPED } from '$lib/desk/on-screen.svelte';
	import { creditorBook } from '$lib/desk/reference-book.svelte';
	import { ask, putMessage, whyNot } from '$lib/desk/requests';
	import { effectOnPlan, type WhatIf } from '$lib/document/what-if';
	import type { WhatIfRun } from '$lib/document/what-if-answer';
	import { FileExport } from '$lib/desk/file-export.svelte';
	import { LONGEST_TEXT } from '$lib/document/message';
	import { base64Of } from '$lib/exchange/bytes';
	import { standingOf } from '$lib/document/change';
	import { handoutOf, handoutWriting } from '$lib/handout/handout';
	import type { OutgoingFile, OutgoingKind } from '$lib/handout/outgoing';
	import { readAddress } from '$lib/reading/addresses';
	import { readLine } from '$lib/reading/names';
	import NothingYet from '$lib/ui/NothingYet.svelte';
	import Notice from '$lib/ui/Notice.svelte';
	import Progress from '$lib/ui/Progress.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { fileWords, mailSubject, mailText, movedMail } from '$lib/words/mail';
	import { houseOn } from '$lib/document/agency';
	import { onDestroy } from 'svelte';
	import { v4 as newKey } from 'uuid';
	import AssumedFirst from '../AssumedFirst.svelte';
	import MessageLines from '../../../MessageLines.svelte';
	import type { PageProps } from './$types';
	import { t } from '$lib/words/labels/outbox';

	const { data }: PageProps = $props();
	const inUse = deskInUse();
	const desk = $derived(inUse());
	const { handout, debts, label } = $derived(desk.document);
	const entry = $derived(desk.planMeant(page.url.searchParams.get('of')));
	const locale = $derived(handoutWriting(desk.document));
	const house = $derived(houseOn(data.agency, desk.document.asOf));

	const FILES = ['pdf', 'html', 'ics', 'xlsx'] as const satisfies readonly OutgoingKind[];
	let ticked = $state.raw<readonly OutgoingKind[]>(FILES);
	const turn = (kind: OutgoingKind) =>
		(ticked = FILES.filter((one) => ticked.includes(one) !== (one === kind)));

	/** A change that would move the plan: what the message is about instead. */
	const run = $derived(page.url.searchParams.get('what-if'));
	let change = $state.raw<WhatIf | null>(null);
	$effect(() => {
		const id = run;
		if (id === null) return;
		ticked = [];
		void Promise.all([
			ask<{ run: WhatIfRun }>('GET', `/api/what-if/${id}/question`),
			creditorBook.open()
		]).then(([answer]) => {
			if (answer.kind === 'done') change = answer.value.run.change;
			else problem = whyNot(answer);
		});
	});
	const moved = $derived.by(() => {
		if (run === null || change === null || !entry) return null;
		const effect = effectOnPlan(desk.document, entry, change, creditorBook.names);
		return effect?.kind === 'computed' ? effect : null;
	});

	// What was typed stays with the desk; until then it follows the plan.
	const subject = $derived(desk.onScreen.mail.subject ?? mailSubject(label, locale));
	const text = $derived(
		desk.onScreen.mail.text ??
			(moved
				? movedMail(moved, handout, locale, house)
				: entry
					? mailText(
							handoutOf(desk.document, entry),
							handout,
							ticked,
							standingOf(entry),
							locale,
							house
						)
					: '')
	);

	const along = new FileExport();
	onDestroy(() => along.stop());
	let making = $state<string | null>(null);
	let problem = $state<string | null>(null);
	let put = $state.raw<{ id: string } | null>(null);
	let putting = $state(false);
	/** The same for as long as it is the same message: an answer that is lost does not make two of it. */
	let key = newKey();

	/** Where somebody wants to go while the message is not in the outbox yet. */
	let leaving = $state.raw<{ readonly to: URL } | null>(null);
	let isLeaving = false;
	const isWritten = $derived(
		desk.onScreen.mail.subject !== null || desk.onScreen.mail.text !== null
	);

	beforeNavigate((navigation) => {
		const { to, type } = navigation;
		// What was typed stays with the desk while it is this case's; what is being made does not.
		const staysHere = to?.params?.['id'] === desk.id && type !== 'leave';
		if (isLeaving || !(putting || (isWritten && !staysHere))) return;
		navigation.cancel();
		if (to && type !== 'leave') leaving = { to: to.url };
	});

	function leave(to: URL): void {
		isLeaving = true;
		along.stop();
		desk.onScreen.mail = NOTHING_TYPED;
		void goto(to);
	}

	async function send(): Promise<void> {
		if (!entry) return;
		problem = null;
		put = null;
		if (handout.email === '') {
			problem = t('Enter the client’s email address, such as name@place.example');
			return;
		}
		putting = true;
		const files: OutgoingFile[] = [];
		for (const kind of ticked) {
			making = fileWords(kind, locale);
			const file = await along.make({
				document: desk.document,
				subject: { of: 'plan', id: entry.id },
				kind,
				house,
				made: new Date().toISOString(),
				today: data.today,
				cancels: true
			});
			making = null;
			if (!file) {
				putting = false;
				problem = along.failure;
				return;
			}
			files.push(file);
		}
		const events = files.find(({ given }) => given)?.given;
		await desk.flush();
		const answer = await putMessage(desk.id, {
			key,
			to: handout.email,
			subject,
			language: handout.language,
			text,
			attachments: files.map(({ name, type, bytes }) => ({ name, type, content: base64Of(bytes) }))
		});
		putting = false;
		if (answer.kind === 'done') {
			put = answer.value;
			if (events) desk.rememberCalendar(events);
			key = newKey();
			desk.onScreen.mail = NOTHING_TYPED;
			await invalidateAll();
		} else if (answer.kind === 'refused') {
			problem = answer.problems[0]?.message ?? answer.message;
		} else problem = t('The server cannot be reached. The message …');
	}
</script>

<svelte:head><title>{t('Outbox · {label}', { label })} · Residuum</title></svelte:head>

<main>
	<h1 class="unseen">{t('Message to {label}', { label })}</h1>
	{#if debts.length === 0 || !entry}
		<NothingYet what={t('There is nothing to send yet')} href="/cases/{desk.id}" />
	{:else}
		<section aria-label={t('The message')}>
			<p class="stays">
				{t('This outbox stands in for email: each …')}
			</p>
			<div class="fields">
				<span class="label">{t('To')}</span>
				<TypedField
					label={t('Client’s email address')}
					value={handout.email === '' ? null : handout.email}
					read={(typed) => readAddress(typed, desk.writing)}
					write={(address) => address}
					optional
					placeholder={t('name@place.example')}
					onchange={(email) =>
						desk.change(t('client’s email address'), (paper) => ({
							...paper,
							handout: { ...paper.handout, email: email ?? '' }
						}))}
				/>
				<span class="label">{t('Subject')}</span>
				<TypedField
					label={t('Subject')}
					value={subject}
					read={(typed) => readLine(typed, 200, desk.writing)}
					write={(line) => line}
					onchange={(line) => (desk.onScreen.mail = { ...desk.onScreen.mail, subject: line })}
				/>
			</div>
			<textarea
				aria-label={t('Text')}
				rows="14"
				maxlength={LONGEST_TEXT}
				lang={handout.language}
				value={text}
				oninput={(event) =>
					(desk.onScreen.mail = { ...desk.onScreen.mail, text: event.currentTarget.value })}
			></textarea>
			<fieldset>
				<legend>{t('Attachments')}</legend>
				{#each FILES as kind (kind)}
					<label>
						<input type="checkbox" checked={ticked.includes(kind)} onchange={() => turn(kind)} />
						{fileWords(kind, desk.writing)}
					</label>
				{/each}
			</fieldset>
			<p class="acts screen-only">
				{#if making !== null && along.done !== null}
					<Progress what={making} done={along.done} onstop={() => along.stop()} />
				{:else}
					<AssumedFirst document={desk.document} plan={entry.id}>
						<button type="button" class="filled" disabled={putting} onclick={send}
							>{t('Save to outbox')}</button
						>
					</AssumedFirst>
					<a href="/cases/{desk.id}/handout?of={entry.id}">{t('Client handout ›')}</a>
				{/if}
			</p>
			{#if leaving}
				{@const { to } = leaving}
				<p class="problem" role="alert">
					{putting
						? t('The message is still being prepared. If …')
						: t('Your message is not in the outbox …')}
					<button type="button" onclick={() => (leaving = null)}>{t('Stay')}</button>
					<button type="button" onclick={() => leave(to)}>{t('Leave without saving')}</button>
				</p>
			{/if}
			{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
		</section>
	{/if}
	{#if data.messages.length > 0}
		<section aria-labelledby="before-title">
			<h2 id="before-title">{t('In the outbox')}</h2>
			<MessageLines messages={data.messages} withClient={false} />
		</section>
	{/if}
</main>
{#if put}
	{@const { id } = put}
	<Notice
		text={t('The message is in the outbox')}
		act={t('Open it')}
		onact={() => void (location.href = `/outbox/${id}`)}
		onclose={() => (put = null)}
	/>
{/if}

<style>
	main {
		display: grid;
		gap: 26px;
		max-width: 980px;
		padding: 22px 24px 60px;
	}

	section {
		display: grid;
		gap: 12px;
	}

	.stays,
	.label,
	legend {
		color: var(--quiet);
	}

	.fields {
		display: grid;
		grid-template-columns: 70px minmax(0, 560px);
		align-items: center;
	}

	textarea {
		width: 100%;
		padding: 10px 12px;
		border: 1px solid var(--hairline);
		border-radius: 2px;
		background: var(--sheet);
		color: inherit;
		font: inherit;
		line-height: 1.5;
		resize: vertical;
	}

	textarea:focus {
		outline: 2px solid var(--act);
	}

	fieldset {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 22px;
		margin: 0;
		padding: 0;
		border: 0;
	}

	legend {
		float: left;
		margin-inline-end: 22px;
	}

	label {
		display: flex;
		gap: 8px;
		align-items: center;
	}

	input[type='checkbox'] {
		accent-color: var(--act);
	}

	.acts {
		display: flex;
		gap: 24px;
		align-items: center;
		min-height: 34px;
	}

	.acts a {
		font-weight: 600;
		text-decoration: none;
	}

	.problem {
		padding-inline-start: 10px;
		border-inline-start: 3px solid var(--ink);
	}

	h2 {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}
</style>
