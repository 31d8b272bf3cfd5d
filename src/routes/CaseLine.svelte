<!-- The cells of a line of the casebook: the client, what is owed and planned, and what can be done with the case. -->
<script lang="ts">
	import { writingOf } from '$lib/reading/writing';
	import { chosenInWords, standingInWords, touchedInWords } from '$lib/words/casebook';
	import { writeDate, writeAmount } from '$lib/reading/written';
	import type { CaseSummary } from '$lib/document/casebook';
	import { holdsCase, may } from '$lib/document/capabilities';
	import type { Person } from '$lib/document/people';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import IconButton from '$lib/ui/IconButton.svelte';
	import Ellipsis from '@lucide/svelte/icons/ellipsis';
	import Download from '@lucide/svelte/icons/download';
	import Pencil from '@lucide/svelte/icons/pencil';
	import Trash2 from '@lucide/svelte/icons/trash-2';
	import UsersRound from '@lucide/svelte/icons/users-round';
	import { t } from '$lib/words/labels/casebook';

	interface Props {
		line: CaseSummary;
		place: number;
		today: CalendarDate;
		/** The person signed in; null without accounts. */
		person: Person | null;
		/** Whether anything can be done with it yet. */
		isOpen: boolean;
		isRenaming: boolean;
		onkeydown: (event: KeyboardEvent) => void;
		/** Renaming begins; it ends with another label, or null as it was. */
		onrenaming: () => void;
		onrenamed: (label: string | null) => void;
		/** It is asked whose it is, beside an element. */
		onhold: (anchor: HTMLElement) => void;
		onremove: () => void;
		/** All of it is asked for at once, where there is no room for a button each. */
		onmenu: (anchor: HTMLElement) => void;
	}
	const {
		line,
		place,
		today,
		person,
		isOpen,
		isRenaming,
		onkeydown,
		onrenaming,
		onrenamed,
		onhold,
		onremove,
		onmenu
	}: Props = $props();

	const { id, label, debts, owed, currency, chosen, asOf, touchedAt } = $derived(line);
	const writing = $derived(writingOf(line));
	const stands = $derived(standingInWords(line.standing, writing));

	/** The permissions of the person for the case. */
	const isReader = $derived(!may(person, 'work'));
	const holds = $derived(holdsCase(person, line.owner));

	/** The typed new label; null if none. */
	let typed = $state<string | null>(null);

	function end(keep: boolean): void {
		if (!isRenaming) return;
		const wanted = typed;
		typed = null;
		onrenamed(keep && wanted !== null && wanted !== label ? wanted : null);
	}
</script>

<span
	role="cell"
	class="label"
	onfocusout={({ target }) => target instanceof HTMLInputElement && end(true)}
>
	{#if isRenaming}
		{#await import('./LabelField.svelte') then { default: LabelField }}
			<LabelField
				value={typed ?? label}
				onchange={(text) => (typed = text)}
				onenter={() => end(true)}
				onescape={() => end(false)}
			/>
		{/await}
	{:else}
		<a href="/cases/{id}" title={label} data-case={id} data-place={place} {onkeydown}>
			{label}
		</a>
	{/if}
</span>
<span role="cell" class="right">{debts}</span>
<span
	role="cell"
	class="right"
	title={t('Balances as of {asOf}', { asOf: writeDate(asOf, writing) })}
>
	{writeAmount(owed, writing)} <span class="quiet">{currency.code}</span>
</span>
<span
	role="cell"
	class="chosen"
	title={chosen && `${chosen.name}, ${chosenInWords(line, writing)}`}
>
	{#if chosen}{chosen.name}<small>{chosenInWords(line, writing)}</small>
	{:else}<span class="quiet">{t('none yet')}</span>{/if}
</span>
<span role="cell" class="right quiet">
	{#if stands.read}<a
			class="read"
			href="/cases/{id}/progress"
			title={t('Progress (h)')}
			tabindex="-1">{stands.read}</a
		>{/if}
</span>
<span role="cell" class="right" class:quiet={line.standing.off === null}>{stands.off}</span>
<span role="cell" class="right quiet">{touchedInWords(touchedAt, today, writing)}</span>
{#if person}
	<span role="cell" class="quiet whose" title={line.owner}>{line.owner ?? t('unassigned')}</span>
{/if}
<span role="cell" class="tools screen-only">
	{#if isOpen}{#if !isReader}
			<IconButton
				title={t('Rename (F2)')}
				label={t('Rename {label}', { label })}
				onclick={onrenaming}
			>
				<Pencil size={15} aria-hidden="true" />
			</IconButton>
		{/if}
		{#if person && holds}
			<button
				type="button"
				class="hold"
				title={t('Hand over or share')}
				aria-label={t('Hand over or share {label}', { label })}
				onclick={({ currentTarget }) => onhold(currentTarget)}
			>
				<UsersRound size={15} aria-hidden="true" />
			</button>
		{/if}
		<a
			href="/api/cases/file?id={id}"
			download
			title={t('Export (JSON)')}
			aria-label={t('Export {label}', { label })}
		>
			<Download size={15} aria-hidden="true" />
		</a>
		{#if holds}
			<IconButton
				title={t('Delete (Delete)')}
				label={t('Delete {label}', { label })}
				onclick={onremove}
			>
				<Trash2 size={15} aria-hidden="true" />
			</IconButton>
		{/if}
		<button
			type="button"
			class="more"
			aria-haspopup="dialog"
			aria-label={t('More for {label}', { label })}
			onclick={({ currentTarget }) => onmenu(currentTarget)}
		>
			<Ellipsis size={18} aria-hidden="true" />
		</button>
	{/if}
</span>

<style>
	.whose {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.label a {
		display: block;
		overflow: hidden;
		padding: 8px 6px;
		color: var(--ink);
		font-size: 16px;
		font-weight: 600;
		text-decoration: none;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.read {
		color: inherit;
		text-decoration: none;
	}

	.read:hover {
		color: var(--act);
		text-decoration: underline;
	}

	.label a:hover {
		color: var(--act);
		text-decoration: underline;
	}

	.right {
		text-align: end;
		white-space: nowrap;
	}

	.chosen {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.chosen small {
		display: block;
		overflow: hidden;
		text-overflow: ellipsis;
		color: var(--quiet);
		font-size: 12.5px;
	}

	.quiet {
		color: var(--quiet);
	}

	.tools {
		display: flex;
		gap: 4px;
		align-items: center;
	}

	.tools a,
	.hold {
		display: grid;
		width: 26px;
		height: 26px;
		color: var(--quiet);
		place-items: center;
	}

	.tools a:hover,
	.hold:hover {
		color: var(--act);
	}

	.more {
		display: none;
	}

	/* One button stands for all. */
	@media screen and (width < 620px) {
		.tools > :global(:not(.more)) {
			display: none;
		}

		.more {
			display: grid;
			width: 44px;
			height: 44px;
			margin-bottom: -1px;
			color: var(--quiet);
			place-items: center;
		}
	}
</style>
