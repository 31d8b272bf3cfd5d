<!-- What the agency pays creditors in a month out of its clients' deposits, over all cases. -->
<script lang="ts">
	import { addMonths, startOfMonth, type CalendarDate } from '$lib/core/quantities/calendar';
	import { ask, whyNot, type Answer } from '$lib/desk/requests';
	import { byCreditor, type PaidOutLine, type PaidOutPage } from '$lib/document/paid-out';
	import { paidToCsv, paymentsOutCsv } from '$lib/exchange/paid-out-csv';
	import { readMonth } from '$lib/reading/dates';
	import { SCREEN } from '$lib/reading/writing';
	import { writeDate, writeMoney, writeMonth } from '$lib/reading/written';
	import Answered from '$lib/ui/Answer.svelte';
	import Progress from '$lib/ui/Progress.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { paidOutSentence } from '$lib/words/paid-out';
	import type { PageProps } from './$types';
	import { deskLanguage } from '$lib/messages/desk-language';
	import { t } from '$lib/words/labels/reference';

	const { data }: PageProps = $props();

	let month = $state<CalendarDate | null>(null);
	const shown = $derived(month ?? addMonths(startOfMonth(data.today), 1));
	/** How often the month was stepped: its field is then made anew, without what could not be read in it. */
	let steps = $state(0);
	let lines = $state.raw<readonly PaidOutLine[]>([]);
	let looked = $state({ done: 0, all: 0, isWhole: false });
	let failure = $state.raw<Answer<unknown> | null>(null);
	let isStopped = $state(false);
	let leave: () => void = () => undefined;

	$effect(() => {
		begin(shown);
		return () => leave();
	});

	function step(by: 1 | -1): void {
		month = addMonths(shown, by);
		steps++;
	}

	/** Adds up a month from its first case on; whatever is still being added up is left. */
	function begin(of: CalendarDate): void {
		leave();
		let isLeft = false;
		leave = () => (isLeft = true);
		lines = [];
		looked = { done: 0, all: 0, isWhole: false };
		failure = null;
		isStopped = false;
		void look(of, () => isLeft);
	}

	function stop(): void {
		leave();
		isStopped = true;
	}

	/** Asks for the cases portion by portion, so that a large book shows how far it has come. */
	async function look(of: CalendarDate, isLeft: () => boolean): Promise<void> {
		let after: string | null = null;
		const found: PaidOutLine[] = [];
		let done = 0;
		do {
			const parameters = new URLSearchParams({ month: of.slice(0, 7), ...(after && { after }) });
			const answer: Answer<PaidOutPage> = await ask('GET', `/api/payments?${parameters}`);
			if (isLeft()) return;
			if (answer.kind !== 'done') return void (failure = answer);
			found.push(...answer.value.lines);
			done += answer.value.looked;
			after = answer.value.next;
			looked = { done, all: answer.value.cases, isWhole: after === null };
		} while (after !== null);
		lines = found;
	}

	const creditors = $derived(byCreditor(lines));
	let open = $state<string | null>(null);

	function download(name: string, text: string): void {
		void import('$lib/desk/file-export.svelte').then(({ save }) =>
			save({
				name: `residuum-${name}-${shown.slice(0, 7)}.csv`,
				type: 'text/csv; charset=utf-8',
				bytes: new TextEncoder().encode(text)
			})
		);
	}
</script>

<svelte:head><title>{t('Payments to creditors')} · Residuum</title></svelte:head>
<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: t('Payments to creditors'), href: '/payments' }
	]}
/>
<main>
	<h1 class="unseen">{t('Payments to creditors')}</h1>
	<div class="top">
		{#if looked.isWhole}
			<Answered sentence={paidOutSentence(creditors, looked.all, shown, SCREEN)} />
		{:else if failure}
			<p role="alert">
				{whyNot(failure)}
				<button type="button" onclick={() => begin(shown)}>{t('Try again')}</button>
			</p>
		{:else if isStopped}
			<p role="status">
				{t('Stopped before every case was added up.')}
				<button type="button" onclick={() => begin(shown)}>{t('Begin again')}</button>
			</p>
		{:else}
			<Progress
				what={t('Adding up the cases')}
				done={looked.all === 0 ? 0 : looked.done / looked.all}
				onstop={stop}
			/>
		{/if}
	</div>
	<div class="bar">
		<button type="button" onclick={() => step(-1)}
			>‹ {writeMonth(addMonths(shown, -1), SCREEN)}</button
		>
		{#key steps}
			<TypedField
				label={t('Month')}
				value={shown}
				read={(typed) => readMonth(typed, SCREEN)}
				write={(day) => writeMonth(day, SCREEN)}
				onchange={(day) => (month = day ?? month)}
			/>
		{/key}
		<button type="button" onclick={() => step(1)}
			>{writeMonth(addMonths(shown, 1), SCREEN)} ›</button
		>
		{#if creditors.length > 0}
			<span class="files">
				<button type="button" onclick={() => download('payments-by-creditor', paidToCsv(creditors))}
					>{t('By creditor (CSV)')}</button
				>
				<button type="button" onclick={() => download('payments', paymentsOutCsv(creditors))}
					>{t('Every payment (CSV)')}</button
				>
			</span>
		{/if}
	</div>
	{#if creditors.length > 0}
		<table>
			<thead>
				<tr>
					<th scope="col">{t('Creditor')}</th>
					<th scope="col" class="right">{t('Payments')}</th>
					<th scope="col" class="right">{t('Amount')}</th>
					<th scope="col">{t('Due')}</th>
				</tr>
			</thead>
			{#each creditors as one (`${one.currency.code} ${one.creditor}`)}
				{@const key = `${one.currency.code} ${one.creditor}`}
				{@const writing = { language: deskLanguage(), currency: one.currency }}
				<tbody>
					<tr>
						<th scope="row">
							<button
								type="button"
								aria-expanded={open === key}
								onclick={() => (open = open === key ? null : key)}>{one.creditor}</button
							>
						</th>
						<td class="right">{one.lines.length}</td>
						<td class="right strong">{writeMoney(one.amount, writing)}</td>
						<td class="quiet">{writeDate(one.lines[0]?.date ?? shown, SCREEN)}</td>
					</tr>
					{#if open === key}
						{#each one.lines as line, at (at)}
							<tr class="line">
								<td><a href="/cases/{line.caseId}/plan">{line.label}</a></td>
								<td class="quiet">{line.account}</td>
								<td class="right">{writeMoney(line.amount, writing)}</td>
								<td class="quiet">{writeDate(line.date, SCREEN)}</td>
							</tr>
						{/each}
					{/if}
				</tbody>
			{/each}
		</table>
	{/if}
</main>

<style>
	main {
		display: grid;
		gap: 18px;
		max-width: 1000px;
		padding: 26px 24px 90px;
	}

	/* Two lines of the answer: what is below stays where it is when it comes. */
	.top {
		min-height: 68px;
	}

	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 8px 16px;
		align-items: center;
	}

	.bar > :global(.field) {
		flex: 0 0 150px;
	}

	.files {
		display: flex;
		gap: 18px;
		margin-inline-start: auto;
	}

	button,
	a {
		color: var(--act);
		font-weight: 600;
		text-align: start;
	}

	table {
		width: 100%;
		border-collapse: collapse;
		font-variant-numeric: tabular-nums;
	}

	th,
	td {
		height: 36px;
		padding-block: 0;
		padding-inline: 6px 12px;
		border-bottom: 1px solid var(--row-line);
		text-align: start;
	}

	thead th {
		height: 28px;
		border-bottom-color: var(--hairline);
		color: var(--quiet);
		font-size: 13px;
	}

	.right {
		text-align: end;
	}

	.strong {
		font-weight: 600;
	}

	.quiet {
		color: var(--quiet);
	}

	.line td {
		height: 30px;
		background: var(--sheet);
	}

	.line td:first-child {
		padding-inline-start: 24px;
	}

	.line a {
		font-weight: 400;
	}
</style>
