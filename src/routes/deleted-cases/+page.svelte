<!-- Deleted cases: restored, or deleted permanently. -->
<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { deletePermanently, restoreCase, whyNot, type Answer } from '$lib/desk/requests';
	import { may } from '$lib/document/capabilities';
	import type { DeletedCase } from '$lib/document/case';
	import { SCREEN } from '$lib/reading/writing';
	import { writeDate } from '$lib/reading/written';
	import Answered from '$lib/ui/Answer.svelte';
	import Notice from '$lib/ui/Notice.svelte';
	import QuietTable from '$lib/ui/QuietTable.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import { deletedSentence } from '$lib/words/deleted-cases';
	import { touchedInWords } from '$lib/words/casebook';
	import type { PageProps } from './$types';
	import { t } from '$lib/words/labels/casebook';

	const { data }: PageProps = $props();

	/** Whether the person may delete permanently: a supervisor, or anybody without accounts. */
	const mayForget = $derived(may(data.person, 'forget'));
	/** The case of which it is asked whether it shall be gone. */
	let asked = $state<string | null>(null);
	let notice = $state<string | null>(null);

	async function carryOut(request: Promise<Answer<undefined>>, done: string): Promise<void> {
		const answer = await request;
		asked = null;
		notice = answer.kind === 'done' ? done : whyNot(answer);
		await invalidateAll();
	}

	const bringBack = ({ id, label }: DeletedCase) =>
		void carryOut(restoreCase(id), t('“{label}” is back in the casebook', { label }));
	const forget = ({ id, label }: DeletedCase) =>
		void carryOut(deletePermanently(id), t('“{label}” is permanently deleted', { label }));
</script>

<svelte:head><title>{t('Deleted cases')} · Residuum</title></svelte:head>
<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: t('Deleted cases'), href: '/deleted-cases' }
	]}
/>
<main>
	<h1 class="unseen">{t('Deleted cases')}</h1>
	<Answered sentence={deletedSentence(data.cases.length, data.days, SCREEN)} />
	{#if data.cases.length > 0}
		<QuietTable row={42}>
			<thead>
				<tr>
					<th scope="col">{t('Client')}</th><th scope="col">{t('Deleted')}</th><th scope="col"
						>{t('Kept until')}</th
					>
					<th scope="col"><span class="unseen">{t('Actions')}</span></th>
				</tr>
			</thead>
			<tbody>
				{#each data.cases as line (line.id)}
					{@const { id, label, deletedAt, goneAt } = line}
					<tr>
						<th scope="row" title={label}>{label}</th>
						<td>{touchedInWords(deletedAt, data.today, SCREEN)}</td>
						<td>{writeDate(goneAt.slice(0, 10) as CalendarDate, SCREEN)}</td>
						<td class="acts">
							{#if asked === id}
								<span>{t('This cannot be undone')}</span>
								<button
									type="button"
									class="sure"
									aria-label={t('Yes, delete {label} permanently', { label })}
									onclick={() => forget(line)}>{t('Yes, delete permanently')}</button
								>
								<button type="button" onclick={() => (asked = null)}>{t('Keep it')}</button>
							{:else}
								<button
									type="button"
									aria-label={t('Restore {label}', { label })}
									onclick={() => bringBack(line)}>{t('Restore')}</button
								>
								{#if mayForget}
									<a
										href="/api/cases/{id}/full-copy"
										download
										aria-label={t('Full copy of {label}', { label })}>{t('Full copy')}</a
									>
									<button
										type="button"
										aria-label={t('Delete permanently … {label}', { label })}
										onclick={() => (asked = id)}>{t('Delete permanently …')}</button
									>
								{/if}
							{/if}
						</td>
					</tr>
				{/each}
			</tbody>
		</QuietTable>
	{/if}
</main>
{#if notice}<Notice text={notice} onclose={() => (notice = null)} />{/if}

<style>
	main {
		display: grid;
		gap: 18px;
		max-width: 1000px;
		padding: 26px 24px 90px;
	}

	.acts {
		min-width: 400px;
		color: var(--quiet);
	}

	.acts .sure {
		margin-inline-start: 8px;
	}
</style>
