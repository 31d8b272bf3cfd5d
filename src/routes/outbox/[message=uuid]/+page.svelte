<!-- A message as it would arrive, read back from its file. -->
<script lang="ts">
	import { SCREEN } from '$lib/reading/writing';
	import TopLine from '$lib/ui/TopLine.svelte';
	import { sizeInWords } from '$lib/words/mail';
	import type { PageProps } from './$types';
	import { t } from '$lib/words/labels/outbox';

	const { data }: PageProps = $props();
	const { message } = $derived(data);
</script>

<svelte:head
	><title>{t('{subject} · Outbox', { subject: message.subject })} · Residuum</title></svelte:head
>
<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: message.label, href: `/cases/${message.caseId}` },
		{ name: t('Outbox'), href: `/cases/${message.caseId}/outbox` },
		{ name: message.subject, href: `/outbox/${message.id}` }
	]}
/>
<main>
	<h1>{message.subject}</h1>
	<p class="stays">{t('This message is saved in the outbox. …')}</p>
	<dl>
		<dt>{t('To')}</dt>
		<dd>{message.to}</dd>
		<dt>{t('From')}</dt>
		<dd>{message.from}</dd>
		<dt>{t('Date')}</dt>
		<dd>{message.madeAt.slice(0, 16).replace('T', ' ')}</dd>
	</dl>
	<div class="text">{message.text}</div>
	{#if message.files.length > 0}
		<section aria-labelledby="files-title">
			<h2 id="files-title">{t('Attachments')}</h2>
			<ul>
				{#each message.files as { name, size }, place (place)}
					<li>
						<a href="/api/outbox/{message.id}/{place}" download={name}>{name}</a>
						<small>{sizeInWords(size, SCREEN)}</small>
					</li>
				{/each}
			</ul>
		</section>
	{/if}
	<p>
		<a href="/api/outbox/{message.id}" download="message.eml"
			>{t('Save the message as a file (.eml)')}</a
		>
	</p>
</main>

<style>
	main {
		display: grid;
		gap: 16px;
		max-width: 760px;
		padding: 26px 24px;
	}

	h1 {
		font: 600 24px/1.3 var(--serif);
	}

	.stays {
		color: var(--quiet);
	}

	dl {
		display: grid;
		grid-template-columns: 60px 1fr;
		gap: 2px 0;
		margin: 0;
		padding: 10px 0;
		border-block: 1px solid var(--hairline);
	}

	dt {
		color: var(--quiet);
	}

	dd {
		margin: 0;
		overflow-wrap: anywhere;
	}

	.text {
		overflow-wrap: anywhere;
		white-space: pre-wrap;
	}

	h2 {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	small {
		margin-inline-start: 8px;
		color: var(--quiet);
	}
</style>
