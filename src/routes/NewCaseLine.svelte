<!-- The line on which a new case is opened: who, in which money, as of when. -->
<script lang="ts">
	import { countOf } from '$lib/words/amounts';
	import { untrack } from 'svelte';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import type { NewCase } from '$lib/document/case';
	import { readAsOf } from '$lib/document/days';
	import { writeDate } from '$lib/reading/written';
	import { knownCurrencies, readCurrency, type Currency } from '$lib/reading/currencies';
	import { styleFor } from '$lib/messages/style';
	import { SCREEN } from '$lib/reading/writing';
	import { readLabel } from '$lib/reading/names';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { t } from '$lib/words/labels/casebook';

	interface Props {
		today: CalendarDate;
		oncreate: (request: NewCase) => Promise<void>;
		onclose: () => void;
	}
	const { today, oncreate, onclose }: Props = $props();

	const currencies = knownCurrencies(SCREEN);
	let label = $state<string | null>(null);
	let currency = $state.raw<Currency | null>({ code: 'USD', digits: 2 });
	let asOf = $state<CalendarDate | null>(untrack(() => today));
	let line = $state<HTMLFormElement>();

	/** Numbers and dates as in the currency's country, or as the browser has them. */
	const style = $derived(styleFor(currency?.code ?? '', navigator.language));
	const locale = $derived({ ...SCREEN, style });
	const named = $derived(currencies.find(({ code }) => code === currency?.code));
	const decimals = $derived(
		currency === null
			? ''
			: `${named?.name ?? currency.code}, ${countOf(SCREEN, currency.digits, 'decimals')}`
	);

	function next(from: number): void {
		const fields = [...(line?.querySelectorAll('input') ?? [])];
		fields[from + 1]?.focus();
		if (from === fields.length - 1) void open();
	}

	async function open(): Promise<void> {
		const open = line?.querySelector<HTMLElement>('[aria-invalid="true"]');
		if (open) return open.focus();
		if (label === null) return line?.querySelector('input')?.focus();
		if (currency === null || asOf === null) return;
		await oncreate({ label, currency, style, asOf });
	}
</script>

<form
	bind:this={line}
	aria-label={t('New case')}
	onsubmit={(event) => {
		event.preventDefault();
		void open();
	}}
>
	<div class="part wide">
		<span class="name">{t('Client')}</span>
		<TypedField
			label={t('Client label')}
			value={label}
			read={(text) => readLabel(text, SCREEN)}
			write={(text) => text}
			placeholder={t('a name or number for this client')}
			onchange={(text) => (label = text)}
			onenter={() => next(0)}
			onescape={onclose}
			autofocus
		/>
	</div>
	<div class="part">
		<span class="name">{t('Currency')} <span class="hint">{decimals}</span></span>
		<TypedField
			label={t('Currency')}
			value={currency}
			read={(text) => readCurrency(text, SCREEN)}
			write={({ code }) => code}
			onchange={(value) => (currency = value)}
			onenter={() => next(1)}
			onescape={onclose}
		/>
	</div>
	<div class="part">
		<span class="name">{t('Date of the balances')}</span>
		<TypedField
			label={t('Date of the balances')}
			value={asOf}
			read={(text) => readAsOf(text, today, locale)}
			write={(day) => writeDate(day, locale)}
			onchange={(value) => (asOf = value)}
			onenter={() => next(2)}
			onescape={onclose}
		/>
	</div>
	<button type="submit" class="filled">{t('Open the case')}</button>
	<button type="button" class="cancel" onclick={onclose}>{t('Cancel')}</button>
</form>

<style>
	form {
		display: flex;
		flex-wrap: wrap;
		gap: 12px 24px;
		align-items: end;
		margin-bottom: 18px;
		padding: 12px 6px 16px;
		border-top: 2px solid var(--act);
		border-bottom: 1px solid var(--hairline);
	}

	.part {
		width: 200px;
	}

	.wide {
		flex: 1 1 300px;
	}

	.name {
		display: block;
		padding: 0 6px;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
		white-space: nowrap;
	}

	.hint {
		font-weight: 400;
	}

	.part :global(input:not(:focus)) {
		background: var(--sheet);
		border-bottom-color: var(--hairline);
	}

	.cancel {
		height: 32px;
		color: var(--act);
		font-weight: 600;
	}
</style>
