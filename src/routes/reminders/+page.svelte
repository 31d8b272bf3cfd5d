<!-- What of the cases is due: each reminder opens its case, is dismissed, or comes again in a week. -->
<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { addDays, type CalendarDate } from '$lib/core/quantities/calendar';
	import { ask, whyNot } from '$lib/desk/requests';
	import type { Reminder } from '$lib/document/reminders';
	import { SCREEN } from '$lib/reading/writing';
	import Answered from '$lib/ui/Answer.svelte';
	import Notice from '$lib/ui/Notice.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import { reminderInWords, remindersSentence } from '$lib/words/reminders';
	import type { PageProps } from './$types';
	import { t } from '$lib/words/labels/book';

	const { data }: PageProps = $props();

	let notice = $state.raw<{ text: string; back?: Reminder } | null>(null);

	async function putOff(reminder: Reminder, until: CalendarDate | null): Promise<void> {
		const { caseId, subject, label } = reminder;
		const answer = await ask<undefined>('PUT', '/api/reminders', { caseId, subject, until });
		notice =
			answer.kind === 'done'
				? {
						text:
							until === null
								? t('The reminder of “{label}” is dismissed', { label })
								: t('The reminder of “{label}” comes again in a week', { label }),
						back: reminder
					}
				: { text: whyNot(answer) };
		await invalidateAll();
	}

	async function bringBack({ caseId, subject }: Reminder): Promise<void> {
		const answer = await ask<undefined>('DELETE', '/api/reminders', { caseId, subject });
		notice = answer.kind === 'done' ? null : { text: whyNot(answer) };
		await invalidateAll();
	}

	/** Where what it is about is seen. */
	const placeOf = ({ caseId, kind, moved }: Reminder): string =>
		moved
			? `/cases/${caseId}/plan?what-if=${moved.run}`
			: `/cases/${caseId}/${kind === 'review' ? 'progress' : 'plan'}`;
</script>

<svelte:head><title>{t('Reminders')} · Residuum</title></svelte:head>
<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: t('Reminders'), href: '/reminders' }
	]}
/>
<main>
	<h1 class="unseen">{t('Reminders')}</h1>
	<Answered sentence={remindersSentence(data.reminders, SCREEN)} />
	{#if data.reminders.length > 0}
		<p class="files screen-only">
			<a href="/api/reminders/message" download title={t('This list as a message, …')}
				>{t('As a message (EML)')}</a
			>
		</p>
		<ul>
			{#each data.reminders as reminder (reminder.caseId + reminder.subject)}
				{@const { label, owner } = reminder}
				<li class:people={data.person}>
					<a href={placeOf(reminder)} title={label}>{label}</a>
					<span>{reminderInWords(reminder, data.today, SCREEN)}</span>
					{#if data.person}<span class="quiet">{owner ?? t('unassigned')}</span>{/if}
					<span class="acts screen-only">
						<button
							type="button"
							aria-label={t('In a week: {label}', { label })}
							onclick={() => void putOff(reminder, addDays(data.today, 7))}>{t('In a week')}</button
						>
						<button
							type="button"
							aria-label={t('Dismiss: {label}', { label })}
							onclick={() => void putOff(reminder, null)}>{t('Dismiss')}</button
						>
					</span>
				</li>
			{/each}
		</ul>
	{/if}
</main>

{#if notice}
	{@const { text, back } = notice}
	<Notice {text} onact={back && (() => void bringBack(back))} onclose={() => (notice = null)} />
{/if}

<style>
	.files {
		margin: 10px 0 0;
		text-align: end;
	}

	.files a {
		color: var(--act);
		font-weight: 600;
		text-decoration: none;
	}

	main {
		max-width: 1180px;
		padding: 26px 24px 90px;
	}

	ul {
		margin: 22px 0 0;
		padding: 0;
		list-style: none;
	}

	li {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 2.2fr) auto;
		gap: 0 20px;
		align-items: center;
		min-height: 44px;
		border-bottom: 1px solid var(--row-line);
	}

	.people {
		grid-template-columns: minmax(0, 1fr) minmax(0, 2fr) minmax(0, 160px) auto;
	}

	.acts {
		display: flex;
		gap: 16px;
	}

	.acts button {
		min-height: var(--target);
		color: var(--act);
		font-weight: 600;
		white-space: nowrap;
	}

	a {
		overflow: hidden;
		min-height: var(--target);
		align-content: center;
		color: var(--ink);
		font-weight: 600;
		text-decoration: none;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	a:hover {
		color: var(--act);
		text-decoration: underline;
	}

	.quiet {
		color: var(--quiet);
	}

	@media screen and (width < 700px) {
		li,
		.people {
			grid-template-columns: minmax(0, 1fr);
			padding-block: 6px;
		}
	}
</style>
