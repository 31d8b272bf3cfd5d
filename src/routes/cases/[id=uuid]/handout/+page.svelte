<!-- The client handout: choose its parts, preview, print, save and send it. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { deskInUse } from '$lib/desk/case-desk.svelte';
	import { HANDOUT_PARTS, type HandoutPart } from '$lib/document/handout-parts';
	import type { HandoutEntry } from '$lib/document/handout';
	import { ALL, ownerAmong } from '$lib/document/household';
	import { isUnpayable } from '$lib/document/carried-plans';
	import { handoutOf } from '$lib/handout/handout';
	import { readLine } from '$lib/reading/names';
	import Choice from '$lib/ui/Choice.svelte';
	import NothingYet from '$lib/ui/NothingYet.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { handoutPart, LANGUAGE_CHOICES, paperChoices } from '$lib/words/handout-settings';
	import { houseOn } from '$lib/document/agency';
	import AssumedFirst from '../AssumedFirst.svelte';
	import Taking from '../Taking.svelte';
	import Pages from './Pages.svelte';
	import type { PageProps } from './$types';
	import { t } from '$lib/words/labels/handout';

	const { data }: PageProps = $props();

	const inUse = deskInUse();
	const desk = $derived(inUse());
	const { plans, handout: settings, debts } = $derived(desk.document);
	const entry = $derived(desk.planMeant(page.url.searchParams.get('of')));
	/** A plan that can't be carried out, or is not computed, is not handed out. */
	const refused = $derived(entry !== undefined && isUnpayable(desk.document, entry));
	const people = $derived(desk.document.people);
	/** Whose handout it is; null: of all together. */
	const person = $derived(ownerAmong(people, { owner: desk.onScreen.whose })?.id ?? null);
	const house = $derived(houseOn(data.agency, desk.document.asOf));
	const handout = $derived(
		entry && !refused ? handoutOf(desk.document, entry, person, house) : null
	);

	const set = (fields: Partial<HandoutEntry>) =>
		desk.change(t('client handout'), (document) => ({
			...document,
			handout: { ...document.handout, ...fields }
		}));

	function turn(part: HandoutPart): void {
		const { without } = settings;
		set({
			without: without.includes(part)
				? without.filter((other) => other !== part)
				: [...without, part]
		});
	}

	const line = (longest: number) => ({
		read: (typed: string) => readLine(typed, longest, desk.writing),
		write: (value: string) => value
	});
	const orNull = (text: string) => (text === '' ? null : text);
</script>

<svelte:head
	><title>{t('Client handout · {label}', { label: desk.document.label })} · Residuum</title
	></svelte:head
>

<main>
	<h1 class="unseen">{t('Client handout for {label}', { label: desk.document.label })}</h1>
	{#if debts.length === 0 || !handout || !entry}
		<div class="empty">
			{#if refused && entry}
				<p>
					{t('“{name}” cannot be carried out as it …', { name: entry.name })}
					<a href="/cases/{desk.id}/plan?of={entry.id}">{t('Open the plan ›')}</a>
				</p>
			{:else}
				<NothingYet what={t('There is nothing to hand out yet')} href="/cases/{desk.id}" />
			{/if}
		</div>
	{:else}
		<!-- Focus lets the keys scroll it. -->
		<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
		<section class="sheets" aria-label={t('Print preview')} tabindex="0">
			<div class="stack"><Pages {handout} /></div>
		</section>
		<section class="settings" aria-label={t('Contents')}>
			<AssumedFirst document={desk.document} plan={entry.id}>
				<p class="acts">
					<button type="button" class="filled" onclick={() => print()}>{t('Print')}</button>
					<Taking
						document={desk.document}
						subject={{ of: 'plan', id: entry.id, ...(person !== null && { person }) }}
						kind="pdf"
						{house}
						words={t('Save as PDF')}
					/>
					<a href="/cases/{desk.id}/outbox?of={entry.id}">{t('Write to the client ›')}</a>
				</p>
			</AssumedFirst>
			<div class="fields">
				{#if plans.length > 1}
					<span class="label">{t('Plan')}</span>
					<Choice
						label={t('Plan')}
						value={entry.id}
						options={plans.map(({ id, name }) => ({ value: id, words: name }))}
						onchange={(id) =>
							void goto(`?of=${id}`, { replaceState: true, keepFocus: true, noScroll: true })}
					/>
				{/if}
				{#if people.length > 1}
					<span class="label">{t('For')}</span>
					<Choice
						label={t('Whose handout it is')}
						value={person ?? ALL}
						options={[
							{ value: ALL, words: t('everyone') },
							...people.map(({ id, name }) => ({ value: id, words: name }))
						]}
						onchange={(whose) => (desk.onScreen.whose = whose)}
					/>
				{/if}
				<span class="label">{t('Language')}</span>
				<Choice
					label={t('Language of the handout')}
					value={settings.language}
					options={LANGUAGE_CHOICES}
					onchange={(language) => set({ language })}
				/>
				<span class="label">{t('Paper')}</span>
				<Choice
					label={t('Paper')}
					value={settings.paper}
					options={paperChoices(desk.writing)}
					onchange={(paper) => set({ paper })}
				/>
			</div>
			<fieldset>
				<legend>{t('Contents')}</legend>
				{#each HANDOUT_PARTS as part (part)}
					<label>
						<input
							type="checkbox"
							checked={!settings.without.includes(part)}
							onchange={() => turn(part)}
						/>
						{handoutPart(part, desk.writing)}
					</label>
				{/each}
			</fieldset>
			<div class="stacked">
				<span class="label">{t('Contact for the client')}</span>
				<TypedField
					label={t('Contact for the client')}
					value={orNull(settings.contact)}
					{...line(LIMITS.name)}
					optional
					placeholder={t('a name and a number')}
					onchange={(contact) => set({ contact: contact ?? '' })}
				/>
				<span class="label">{t('Your own note')}</span>
				<TypedField
					label={t('Your own note')}
					value={orNull(settings.line)}
					{...line(LIMITS.note)}
					optional
					placeholder={t('printed before the assumptions')}
					onchange={(own) => set({ line: own ?? '' })}
				/>
			</div>
		</section>
	{/if}
</main>

<style>
	main {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 300px;
		height: calc(100dvh - 48px);
	}

	.empty {
		padding: 26px 24px;
	}

	.sheets {
		overflow: auto;
		padding: 22px 24px;
	}

	.stack {
		display: grid;
		gap: 22px;
		justify-content: safe center;
	}

	.settings {
		display: grid;
		gap: 18px;
		align-content: start;
		overflow-y: auto;
		padding: 20px 24px;
		border-inline-start: 1px solid var(--hairline);
		font-size: 14px;
	}

	.acts {
		display: grid;
		gap: 10px;
		justify-items: start;
	}

	.acts :is(button:not(.filled), a) {
		color: var(--act);
		font-weight: 600;
		text-decoration: none;
	}

	.fields {
		display: grid;
		grid-template-columns: 76px minmax(0, 1fr);
		align-items: center;
	}

	.label,
	legend {
		color: var(--quiet);
	}

	fieldset {
		display: grid;
		gap: 3px;
		margin: 0;
		padding: 0;
		border: 0;
	}

	label {
		display: flex;
		gap: 8px;
		align-items: center;
	}

	input[type='checkbox'] {
		accent-color: var(--act);
	}

	@media screen and (width < 1200px) {
		.stack {
			zoom: 0.8;
		}
	}

	@media screen and (width < 900px) {
		main {
			display: block;
			height: auto;
		}

		.stack {
			zoom: 0.7;
		}
	}

	@media print {
		h1.unseen {
			display: none;
		}

		main,
		.sheets,
		.stack {
			display: block;
			overflow: visible;
			height: auto;
			margin: 0;
			padding: 0;
			zoom: 1;
		}

		.settings {
			display: none;
		}
	}
</style>
