<!-- What holds from a day, being changed: its fields, the day, where it is known from, and what saves it. -->
<script lang="ts">
	import type { CalendarDate } from '../core/quantities/calendar';
	import { LIMITS } from '../core/quantities/limits';
	import { readDate } from '../reading/dates';
	import { readLine } from '../reading/names';
	import { SCREEN } from '../reading/writing';
	import { writeDate } from '../reading/written';
	import type { Snippet } from 'svelte';
	import TypedField from './TypedField.svelte';
	import { t } from '$lib/words/labels/reference';

	interface Props {
		/** What is changed, in the labels of its fields. */
		title: string;
		today: CalendarDate;
		holdsFrom: CalendarDate;
		knownFrom: string;
		/** Whether a day is asked for: a name and an address hold at once. */
		isDated?: boolean;
		/** Why it can't be saved yet; null: it can. */
		lacks?: string | null;
		problem: string | null;
		onsave: (holdsFrom: CalendarDate, knownFrom: string) => Promise<void>;
		oncancel: () => void;
		/** Withdraws the row that is changed; absent: it is a new one. */
		onwithdraw?: (() => Promise<void>) | undefined;
		children: Snippet;
	}
	const {
		title,
		today,
		holdsFrom,
		knownFrom,
		isDated = true,
		lacks = null,
		problem,
		onsave,
		oncancel,
		onwithdraw,
		children
	}: Props = $props();

	let day = $derived(holdsFrom);
	let source = $derived(knownFrom);
	let isSaving = $state(false);

	async function send(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		if (lacks !== null || isSaving) return;
		isSaving = true;
		await onsave(day, source);
		isSaving = false;
	}

	function key(event: KeyboardEvent): void {
		if (event.key !== 'Escape' || event.defaultPrevented) return;
		event.preventDefault();
		oncancel();
	}
</script>

<!-- Escape belongs to the fields inside; the form only hears it on its way up. -->
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<form onsubmit={send} onkeydown={key} aria-label={title}>
	<div class="fields">{@render children()}</div>
	{#if isDated}
		<div class="fields">
			<span class="label">{t('Holds from')}</span>
			<TypedField
				label={t('{title}: holds from', { title })}
				value={day}
				read={(typed) => readDate(typed, today, SCREEN)}
				write={(date) => writeDate(date, SCREEN)}
				onchange={(typed) => (day = typed ?? day)}
			/>
			<span class="label">{t('Known from')}</span>
			<TypedField
				label={t('{title}: known from', { title })}
				value={source === '' ? null : source}
				read={(typed) => readLine(typed, LIMITS.knownFrom, SCREEN)}
				write={(text) => text}
				optional
				placeholder={t('its letter, a call, …')}
				onchange={(typed) => (source = typed ?? '')}
			/>
		</div>
	{/if}
	{#if lacks ?? problem}<p role="alert">{lacks ?? problem}</p>{/if}
	<p class="acts">
		<button type="submit" class="filled" disabled={lacks !== null || isSaving}
			>{isSaving ? t('Saving …') : t('Save')}</button
		>
		<button type="button" onclick={oncancel}>{t('Cancel')}</button>
		{#if onwithdraw}
			<button type="button" onclick={() => void onwithdraw()}>{t('Withdraw')}</button>
		{/if}
	</p>
</form>

<style>
	form {
		display: grid;
		gap: 8px;
		max-width: 620px;
		padding: 8px 0 12px;
	}

	.fields {
		display: grid;
		grid-template-columns: 150px 1fr;
		gap: 4px 12px;
		align-items: center;
	}

	.fields :global(.label) {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.fields :global(.several) {
		display: flex;
		gap: 8px;
	}

	.fields :global(.several > *) {
		flex: 1 1 0;
		min-width: 0;
	}

	.fields :global(textarea) {
		width: 100%;
		padding: 4px 6px;
		border: 0;
		border-bottom: 1px solid var(--act);
		border-radius: 2px 2px 0 0;
		background: var(--sheet);
		color: inherit;
		font: inherit;
		resize: vertical;
	}

	p {
		margin: 0;
	}

	.acts {
		display: flex;
		gap: 16px;
		align-items: center;
	}

	.acts button:not(.filled) {
		color: var(--act);
		font-weight: 600;
	}

	@media screen and (width < 560px) {
		.fields {
			grid-template-columns: 1fr;
		}
	}
</style>
