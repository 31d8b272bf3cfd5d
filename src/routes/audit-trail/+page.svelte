<!-- The audit trail: who did what, when and from where. -->
<script lang="ts">
	import Answer from '$lib/ui/Answer.svelte';
	import QuietTable from '$lib/ui/QuietTable.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import { actionInWords, trailSentence } from '$lib/words/people';
	import { page } from '$app/state';
	import type { TrailEntry } from '$lib/document/people';
	import { momentIn } from '$lib/messages/message';
	import { SCREEN } from '$lib/reading/writing';
	import type { PageProps } from './$types';
	import { t } from '$lib/words/labels/accounts';

	const { data }: PageProps = $props();

	const before = $derived(Number(page.url.searchParams.get('before')) || null);
	const momentOf = (at: string | Date): string =>
		momentIn(SCREEN, new Date(at), { dateStyle: 'medium', timeStyle: 'medium' });

	/** Where a look at what it was done to leads; null where there is nothing to be looked at. */
	const isOfCase = ({ what }: TrailEntry): boolean => / case|into the outbox/.test(what);
	const hrefOf = (query: Record<string, string>): string =>
		`/audit-trail?${new URLSearchParams({ ...(data.subject ? { of: data.subject } : {}), ...query })}`;
</script>

<svelte:head><title>{t('Audit trail')} · Residuum</title></svelte:head>
<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: t('Audit trail'), href: '/audit-trail' }
	]}
/>
<main>
	<h1 class="unseen">{t('Audit trail')}</h1>
	<Answer sentence={trailSentence(data.entries.length, before, data.subject !== null, SCREEN)} />
	{#if data.subject !== null}<p><a href="/audit-trail">{t('Whole audit trail')}</a></p>{/if}
	<QuietTable row={30}>
		<thead>
			<tr>
				<th scope="col" class="right">{t('No')}</th><th scope="col">{t('Time')}</th><th scope="col"
					>{t('Person')}</th
				>
				<th scope="col">{t('Action')}</th><th scope="col">{t('Subject')}</th><th scope="col"
					>{t('Address')}</th
				>
			</tr>
		</thead>
		<tbody>
			{#each data.entries as entry (entry.number)}
				{@const { number, at, name, address, what, subject, detail } = entry}
				<tr>
					<td class="right quiet">{number}</td>
					<td>{momentOf(at)}</td>
					<td>{name ?? (address === 'command' ? t('command line') : t('not signed in'))}</td>
					<td>{actionInWords(what, SCREEN)}</td>
					<td class="quiet">
						{#if subject && isOfCase(entry)}<a href="/cases/{subject}">{t('case')}</a> ·
						{/if}{#if subject}<a href="/audit-trail?of={subject}">{t('audit trail')}</a>{/if}
						{#if detail}<span class="detail" title={detail}>{detail}</span>{/if}
					</td>
					<td class="quiet">{address}</td>
				</tr>
			{/each}
		</tbody>
	</QuietTable>
	{#if data.older !== undefined}
		<p><a href={hrefOf({ before: String(data.older) })}>{t('Older entries')}</a></p>
	{/if}
</main>

<style>
	main {
		display: grid;
		gap: 16px;
		max-width: 1180px;
		padding: 26px 24px 90px;
	}

	p {
		margin: 0;
	}

	a {
		color: var(--act);
	}

	.detail {
		display: inline-block;
		overflow: hidden;
		max-width: 220px;
		margin-inline-start: 6px;
		text-overflow: ellipsis;
		vertical-align: bottom;
	}
</style>
