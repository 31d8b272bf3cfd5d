<!-- The messages of the outbox, the latest first. -->
<script lang="ts">
	import type { MessageSummary } from '$lib/document/message';
	import { t } from '$lib/words/labels/outbox';

	interface Props {
		messages: readonly MessageSummary[];
		/** Whether each says whose it is. */
		withClient: boolean;
	}
	const { messages, withClient }: Props = $props();

	const when = (moment: string): string => moment.slice(0, 16).replace('T', ' ');
</script>

<table>
	<thead>
		<tr>
			{#if withClient}<th scope="col">{t('Client')}</th>{/if}
			<th scope="col">{t('Subject')}</th>
			<th scope="col">{t('To')}</th>
			<th scope="col" class="right">{t('Attachments')}</th>
			<th scope="col" class="right">{t('Saved')}</th>
		</tr>
	</thead>
	<tbody>
		{#each messages as { id, caseId, label, subject, to, attachments, madeAt } (id)}
			<tr>
				{#if withClient}<td><a href="/cases/{caseId}" title={label}>{label}</a></td>{/if}
				<td><a href="/outbox/{id}" title={subject}>{subject}</a></td>
				<td title={to}>{to}</td>
				<td class="right">{attachments}</td>
				<td class="right">{when(madeAt)}</td>
			</tr>
		{/each}
	</tbody>
</table>

<style>
	table {
		width: 100%;
		border-collapse: collapse;
		table-layout: fixed;
		font-size: 14px;
	}

	th,
	td {
		overflow: hidden;
		padding-block: 6px;
		padding-inline: 0 12px;
		border-bottom: 1px solid var(--row-line);
		text-align: start;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	th {
		border-bottom-color: var(--hairline);
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.right {
		width: 130px;
		text-align: end;
	}
</style>
