<!-- The settings of the case: client, date of the balances, currency, formats. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import type { CaseDesk } from '$lib/desk/case-desk.svelte';
	import { refusalOf, withCurrency, withDay } from '$lib/document/settings';
	import { currencyMeans, dayMeans } from '$lib/words/settings';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { ownsAny, personNamed, withoutPerson, type PersonEntry } from '$lib/document/household';
	import { readAsOf } from '$lib/document/days';
	import { DATE_ORDERS, NUMBER_STYLES, type Style } from '$lib/messages/style';
	import { grouped, writeDate } from '$lib/reading/written';
	import { readCurrency, type Currency } from '$lib/reading/currencies';
	import type { Reading } from '$lib/reading/reading';
	import { readLabel, readName } from '$lib/reading/names';
	import { v4 as newId } from 'uuid';
	import Choice from '$lib/ui/Choice.svelte';
	import IconButton from '$lib/ui/IconButton.svelte';
	import Note from '$lib/ui/Note.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import Trash2 from '@lucide/svelte/icons/trash-2';
	import { t } from '$lib/words/labels/case';

	interface Props {
		desk: CaseDesk;
		today: CalendarDate;
		anchor: HTMLElement;
		onclose: () => void;
	}
	const { desk, today, anchor, onclose }: Props = $props();

	const paper = $derived(desk.document);
	/** Another day or currency that was typed and not taken yet: first it is said what it means. */
	let day = $state.raw<CalendarDate | null>(null);
	let currency = $state.raw<Currency | null>(null);
	const otherDay = $derived(day !== null && day !== paper.asOf ? day : null);
	const otherCurrency = $derived(
		currency !== null && currency.code !== paper.currency.code ? currency : null
	);

	const numbers = $derived(
		NUMBER_STYLES.map((value) => ({
			value,
			words: grouped(123_456, 2, { ...desk.writing, style: { ...paper.style, numbers: value } })
		}))
	);
	const dates = $derived(
		DATE_ORDERS.map((value) => ({
			value,
			words: writeDate(paper.asOf, { ...desk.writing, style: { ...paper.style, dates: value } })
		}))
	);

	/** The empty line after the last person, who is there once a name is typed. */
	let fresh = $state.raw(nobody());
	function nobody(): PersonEntry {
		return { id: newId(), name: '' };
	}
	/** Where an undo brought back who was typed in it, it is another one. */
	const blank = $derived(paper.people.some(({ id }) => id === fresh.id) ? nobody() : fresh);
	const people = $derived(
		paper.people.length < LIMITS.people ? [...paper.people, blank] : paper.people
	);

	function readPerson(typed: string, own: PersonEntry): Reading<string> {
		const read = readName(typed, desk.writing);
		const other = read.ok ? personNamed(paper.people, read.value) : null;
		if (!other || other.id === own.id) return read;
		return {
			ok: false,
			problem: t('There is a {name} already.', { name: other.name }),
			allowed: t('A name of its own for each person.')
		};
	}

	const dismiss = ({ id }: PersonEntry): void =>
		desk.change(t('people of the household'), (document) => withoutPerson(document, id));

	/** Whether a name may be taken back: nobody is there yet, or somebody who was just typed. */
	const isFresh = (person: PersonEntry): boolean =>
		person === blank || (person.id === paper.people.at(-1)?.id && !ownsAny(paper, person.id));

	function callPerson(person: PersonEntry, name: string | null): void {
		const { id } = person;
		if (name === null) {
			// The line keeps its identity, so that the field that is being typed in stays as it is.
			if (person === blank) return;
			fresh = { id, name: '' };
			return dismiss(person);
		}
		if (person === blank) fresh = nobody();
		desk.change(t('people of the household'), (document) => ({
			...document,
			people: document.people.some((one) => one.id === id)
				? document.people.map((one) => (one.id === id ? { id, name } : one))
				: [...document.people, { id, name }]
		}));
	}

	const restyle = (style: Style) =>
		desk.change(t('number and date format'), (document) => ({ ...document, style }));

	function takeDay(asOf: CalendarDate): void {
		desk.change(t('date of the balances'), (document) => withDay(document, asOf));
		day = null;
	}

	function takeCurrency(to: Currency): void {
		desk.change('currency', (document) => withCurrency(document, to));
		currency = null;
	}
</script>

{#snippet silent()}
	<p class="means" role="alert">
		{t('The server is not responding, and part …')}
	</p>
{/snippet}

<Note title={t('Case settings')} {anchor} {onclose}>
	<div class="fields">
		<span class="label">{t('Client')}</span>
		<span data-first>
			<TypedField
				label={t('Client label')}
				value={paper.label}
				read={(typed) => readLabel(typed, desk.writing)}
				write={(text) => text}
				onchange={(label) =>
					label !== null && desk.change(t('client label'), (document) => ({ ...document, label }))}
				onenter={onclose}
			/>
		</span>
		<span class="label">{t('Date of the balances')}</span>
		<TypedField
			label={t('Date of the balances')}
			value={day ?? paper.asOf}
			read={(typed) => readAsOf(typed, today, desk.writing)}
			write={(date) => writeDate(date, desk.writing)}
			onchange={(typed) => (day = typed)}
		/>
		{#if otherDay}
			{#await refusalOf(withDay(paper, otherDay)) then refusal}
				<p class="means" role={refusal ? 'alert' : undefined}>
					{#if refusal}{refusal}{:else}
						{dayMeans(paper, otherDay)}
						<button type="button" onclick={() => takeDay(otherDay)}>{t('Change the date')}</button>
					{/if}
				</p>
			{:catch}
				{@render silent()}
			{/await}
		{/if}
		<span class="label">{t('Currency')}</span>
		<TypedField
			label={t('Currency')}
			value={currency ?? paper.currency}
			read={(typed) => readCurrency(typed, desk.writing)}
			write={({ code }) => code}
			onchange={(typed) => (currency = typed)}
		/>
		{#if otherCurrency}
			{#await refusalOf(withCurrency(paper, otherCurrency)) then refusal}
				<p class="means" role={refusal ? 'alert' : undefined}>
					{#if refusal}{refusal}{:else}
						{currencyMeans(paper, otherCurrency)}
						<button type="button" onclick={() => takeCurrency(otherCurrency)}
							>{t('Change the currency')}</button
						>
					{/if}
				</p>
			{:catch}
				{@render silent()}
			{/await}
		{/if}
		<span class="label">{t('Number format')}</span>
		<Choice
			label={t('Number format')}
			value={paper.style.numbers}
			options={numbers}
			onchange={(numbers) => restyle({ ...paper.style, numbers })}
		/>
		<span class="label">{t('Date format')}</span>
		<Choice
			label={t('Date format')}
			value={paper.style.dates}
			options={dates}
			onchange={(dates) => restyle({ ...paper.style, dates })}
		/>
		<span class="label people">{t('People')}</span>
		<span class="people">
			{#each people as person, at (person.id)}
				<span class="person">
					<TypedField
						label={t('Person {number}', { number: at + 1 })}
						value={person.name === '' ? null : person.name}
						read={(typed) => readPerson(typed, person)}
						write={(name) => name}
						optional={isFresh(person)}
						placeholder={at === 0 ? t('who owes, earns and pays') : t('another person')}
						onchange={(name) => callPerson(person, name)}
					/>
					{#if person !== blank}
						<IconButton
							title={t('Remove; what was theirs is joint then')}
							label={t('Remove {name}', { name: person.name })}
							onclick={() => dismiss(person)}
						>
							<Trash2 size={14} aria-hidden="true" />
						</IconButton>
					{/if}
				</span>
			{/each}
		</span>
	</div>
</Note>

<style>
	.people {
		align-self: start;
		padding-top: 4px;
	}

	.person {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 20px;
		align-items: center;
	}

	.means {
		grid-column: 1 / -1;
		margin: 2px 0 6px;
		padding-inline-start: 10px;
		border-inline-start: 3px solid var(--ink);
	}

	.means button {
		margin-inline-start: 6px;
		color: var(--act);
		font-weight: 600;
	}
</style>
