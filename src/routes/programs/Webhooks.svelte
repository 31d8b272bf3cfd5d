<!-- Programs that are told of what happens to cases: where, and of what. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { haveTold, haveToldNoMore } from '$lib/desk/agency-requests';
	import { whyNot } from '$lib/desk/requests';
	import {
		LONGEST_ADDRESS,
		WEBHOOK_KINDS,
		type Webhook,
		type WebhookKind
	} from '$lib/document/programs';
	import { SCREEN } from '$lib/reading/writing';
	import NamedFields from '$lib/ui/NamedFields.svelte';
	import QuietTable from '$lib/ui/QuietTable.svelte';
	import { touchedInWords } from '$lib/words/casebook';
	import { kindInWords } from '$lib/words/programs';
	import { t } from '$lib/words/labels/programs';

	interface Props {
		webhooks: readonly Webhook[];
		/** Where programs can be told; none: nowhere. */
		hosts: readonly string[];
		/** Whether those of others are seen, too. */
		isOfOthers: boolean;
		today: CalendarDate;
		onchanged: () => void;
	}
	const { webhooks, hosts, isOfOthers, today, onchanged }: Props = $props();

	let address = $state('');
	let kinds = $state<WebhookKind[]>([...WEBHOOK_KINDS]);
	let problem = $state<string | null>(null);
	/** What was just said to be signed with: it is never shown again. */
	let made = $state.raw<{ readonly host: string; readonly secret: string } | null>(null);

	async function add(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		problem = made = null;
		const asked = { address: address.trim(), kinds };
		const answer = await haveTold(asked);
		if (answer.kind === 'done') {
			made = { host: new URL(asked.address).host, secret: answer.value.secret };
			address = '';
		} else {
			const [first] = answer.kind === 'refused' ? answer.problems : [];
			problem = first?.message ?? whyNot(answer);
		}
		onchanged();
	}

	async function remove({ id }: Webhook): Promise<void> {
		problem = made = null;
		const answer = await haveToldNoMore(id);
		if (answer.kind !== 'done') problem = whyNot(answer);
		onchanged();
	}

	const dayOf = (instant: string) => touchedInWords(instant, today, SCREEN);
	function stands({ isOver, failingSince, toldAt }: Webhook): string {
		if (isOver) return t('not told any more');
		if (failingSince !== null) return t('not reached since {day}', { day: dayOf(failingSince) });
		return toldAt === null ? t('nothing to tell yet') : t('told {day}', { day: dayOf(toldAt) });
	}
</script>

<section aria-labelledby="webhooks">
	<h2 id="webhooks">{t('Programs that are told of changes (webhooks)')}</h2>
	{#if hosts.length === 0}
		<p class="help">{t('Whoever runs the server says where programs …')}</p>
	{:else}
		<p class="help">
			{t('Each is told which case was created, …', { hosts: hosts.join(', ') })}
		</p>
		<NamedFields width={340} onsubmit={add}>
			<label>
				<span class="name">{t('Address')}</span>
				<input
					type="url"
					required
					maxlength={LONGEST_ADDRESS}
					autocomplete="off"
					bind:value={address}
				/>
			</label>
			<fieldset>
				<legend class="name">{t('Told when')}</legend>
				{#each WEBHOOK_KINDS as kind (kind)}
					<label>
						<input type="checkbox" value={kind} bind:group={kinds} />
						{kindInWords(kind, SCREEN)}
					</label>
				{/each}
			</fieldset>
			<button type="submit">{t('Add a webhook')}</button>
		</NamedFields>
		<div role="status" class="outcome">
			{#if made}
				<p>{t('What {host} is told is signed with this secret. …', { host: made.host })}</p>
				<p class="secret"><code>{made.secret}</code></p>
			{:else if problem}
				<p>{problem}</p>
			{/if}
		</div>
	{/if}
	{#if webhooks.length > 0}
		<div class="wide">
			<QuietTable row={40}>
				<thead>
					<tr>
						<th scope="col">{t('Address')}</th>
						{#if isOfOthers}<th scope="col">{t('On behalf of')}</th>{/if}
						<th scope="col">{t('Told when')}</th>
						<th scope="col">{t('Status')}</th>
						<th scope="col"><span class="unseen">{t('Actions')}</span></th>
					</tr>
				</thead>
				<tbody>
					{#each webhooks as webhook (webhook.id)}
						<tr>
							<th scope="row" title={webhook.address}>{webhook.address}</th>
							{#if isOfOthers}<td>{webhook.person}</td>{/if}
							<td class="kinds">
								{webhook.kinds.map((kind) => kindInWords(kind, SCREEN)).join(' · ')}
							</td>
							<td class="quiet">{stands(webhook)}</td>
							<td class="acts">
								<button
									type="button"
									aria-label={t('Remove the webhook at {address}', { address: webhook.address })}
									onclick={() => void remove(webhook)}>{t('Remove')}</button
								>
							</td>
						</tr>
					{/each}
				</tbody>
			</QuietTable>
		</div>
	{/if}
</section>

<style>
	section {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 10px;
		margin-top: 22px;
	}

	h2,
	p {
		margin: 0;
	}

	h2 {
		font-size: 20px;
	}

	.help {
		max-width: 76ch;
		color: var(--quiet);
		font-size: 14px;
	}

	.outcome:empty {
		display: none;
	}

	.secret code {
		font-family: ui-monospace, monospace;
		font-size: 14px;
		overflow-wrap: anywhere;
		user-select: all;
	}

	.wide {
		overflow-x: auto;
	}

	.kinds {
		min-width: 220px;
		white-space: normal;
	}
</style>
