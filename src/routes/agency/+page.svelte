<!-- The agency itself: its letterhead, its schedule of fees, and the texts of its letters. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { ZERO } from '$lib/core/quantities/money';
	import { agencyBook } from '$lib/desk/reference-book.svelte';
	import { putReference, whyNot, type Answer } from '$lib/desk/requests';
	import { may } from '$lib/document/capabilities';
	import { AGENCY, agencyOn, NO_TEXTS } from '$lib/document/agency';
	import { HANDOUT_LANGUAGES } from '$lib/document/handout-parts';
	import { logoProblem } from '$lib/document/logo';
	import type { AgencyFees, AgencyTexts, Held, Letterhead } from '$lib/document/reference';
	import { base64Of } from '$lib/exchange/bytes';
	import { readMoney } from '$lib/reading/money';
	import { currencyOf } from '$lib/reading/currencies';
	import { readName } from '$lib/reading/names';
	import { SCREEN, type Writing } from '$lib/reading/writing';
	import { writeAmount } from '$lib/reading/written';
	import Answered from '$lib/ui/Answer.svelte';
	import CurrencyField from '$lib/ui/CurrencyField.svelte';
	import DatedForm from '$lib/ui/DatedForm.svelte';
	import MonthlyFee from '$lib/ui/MonthlyFee.svelte';
	import TakeFile from '$lib/ui/TakeFile.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { feesInWords } from '$lib/words/deposit';
	import { agencySentence, heldInWords } from '$lib/words/usual-terms';
	import { onMount } from 'svelte';
	import type { PageProps } from './$types';
	import { deskLanguage } from '$lib/messages/desk-language';
	import { t } from '$lib/words/labels/reference';

	const { data }: PageProps = $props();
	const canEdit = $derived(may(data.person, 'reference'));
	const writingIn = (code: string): Writing => ({
		language: deskLanguage(),
		currency: currencyOf(code) ?? { code, digits: 2 }
	});

	let failure = $state.raw<Answer<unknown> | null>(null);
	/** Nothing is shown before it is known: what comes later would move it. */
	let isOpen = $state(false);
	async function load(): Promise<void> {
		const answer = await agencyBook.again();
		failure = answer.kind === 'done' ? null : answer;
		isOpen = true;
	}
	onMount(() => void load());
	const now = $derived(agencyOn(agencyBook.now, data.today));

	type Draft =
		| { readonly term: 'letterhead'; readonly content: Letterhead }
		| { readonly term: 'fees'; readonly content: AgencyFees }
		| { readonly term: 'texts'; readonly content: AgencyTexts };
	let draft = $state.raw<(Draft & { readonly of: Held<unknown> | null }) | null>(null);
	let problem = $state<string | null>(null);

	const NEW = {
		letterhead: { name: '', address: [], logo: null } as Letterhead,
		fees: {
			currency: 'USD',
			setUpFee: ZERO,
			monthlyFee: { kind: 'amount', amount: ZERO }
		} as AgencyFees,
		texts: NO_TEXTS
	};
	const open = (next: Draft, of: Held<unknown> | null) => {
		draft = { ...next, of };
		problem = null;
	};

	const lacks = $derived(
		draft?.term === 'letterhead' && draft.content.name.trim() === ''
			? t('The agency needs a name.')
			: null
	);

	async function put(
		term: string,
		content: unknown,
		holdsFrom: CalendarDate,
		knownFrom: string
	): Promise<void> {
		const row = { kind: 'agency', subject: AGENCY, term, holdsFrom, knownFrom, content } as const;
		const answer = await putReference('agency', agencyBook.version, [row]);
		await load();
		const [first] = answer.kind === 'refused' ? answer.problems : [];
		problem = answer.kind === 'done' ? null : (first?.message ?? whyNot(answer));
		if (answer.kind === 'done') draft = null;
	}

	async function logo(file: File): Promise<void> {
		if (draft?.term !== 'letterhead') return;
		const kind = /\.png$/i.test(file.name) ? 'png' : 'svg+xml';
		const bytes = new Uint8Array(await file.slice(0, LIMITS.logo).arrayBuffer());
		const url = `data:image/${kind};base64,${base64Of(bytes)}`;
		if (file.size > bytes.length || url.length > LIMITS.logo)
			problem = t('The logo is larger than 200 kB.');
		else if (logoProblem(url) !== null)
			problem = t('“{name}” is no SVG or PNG that …', { name: file.name });
		else open({ term: 'letterhead', content: { ...draft.content, logo: url } }, draft.of);
	}

	const lines = (text: string): string[] =>
		text
			.split('\n')
			.map((line) => line.trim().slice(0, LIMITS.name))
			.filter((line) => line !== '')
			.slice(0, LIMITS.addressLines);

	const KINDS = ['opening', 'closing', 'handout', 'message'] as const;
	const KIND_WORDS = {
		opening: (language: string) => t('Opening of letters, {language}', { language }),
		closing: (language: string) => t('Closing of letters, {language}', { language }),
		handout: (language: string) => t('On handouts, {language}', { language }),
		message: (language: string) => t('In messages, {language}', { language })
	} as const;
	/** Each language by its name on screen. */
	const names = new Intl.DisplayNames('en', { type: 'language' });
	const TEXTS = HANDOUT_LANGUAGES.flatMap((language) =>
		KINDS.map((of) => ({ of, language, words: KIND_WORDS[of](names.of(language) ?? language) }))
	);
</script>

<svelte:head><title>{t('Agency')} · Residuum</title></svelte:head>
<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: t('Agency'), href: '/agency' }
	]}
/>

{#snippet form(title: string)}
	{#if draft}
		{@const { term, of } = draft}
		<DatedForm
			{title}
			today={data.today}
			holdsFrom={of?.holdsFrom ?? data.today}
			knownFrom={of?.knownFrom ?? ''}
			{lacks}
			{problem}
			onsave={(holdsFrom, knownFrom) => put(term, draft?.content, holdsFrom, knownFrom)}
			oncancel={() => (draft = null)}
			onwithdraw={of ? () => put(term, null, of.holdsFrom, '') : undefined}
		>
			{#if draft.term === 'letterhead'}
				{@const head = draft.content}
				<span class="label">{t('Name')}</span>
				<TypedField
					label={t('Name of the agency')}
					value={head.name === '' ? null : head.name}
					read={(typed) => readName(typed, SCREEN)}
					write={(text) => text}
					optional
					autofocus
					onchange={(name) =>
						open({ term: 'letterhead', content: { ...head, name: name ?? '' } }, of)}
				/>
				<span class="label">{t('Address and telephone')}</span>
				<textarea
					aria-label={t('Address of the agency')}
					rows="3"
					value={head.address.join('\n')}
					onchange={(event) =>
						open(
							{
								term: 'letterhead',
								content: { ...head, address: lines(event.currentTarget.value) }
							},
							of
						)}></textarea>
				<span class="label">{t('Logo')}</span>
				<span class="several">
					{#if head.logo}
						<img src={head.logo} alt={t('The logo')} />
						<button
							type="button"
							class="act"
							onclick={() => open({ term: 'letterhead', content: { ...head, logo: null } }, of)}
							>{t('Remove the logo')}</button
						>
					{/if}
					<TakeFile
						accept=".svg,.png"
						title={t('An SVG or PNG image of up to 200 kB')}
						onfile={(file) => void logo(file)}>{t('Choose a logo')}</TakeFile
					>
				</span>
			{:else if draft.term === 'fees'}
				{@const fees = draft.content}
				{@const writing = writingIn(fees.currency)}
				<span class="label">{t('Currency')}</span>
				<CurrencyField
					label={t('Currency of the fees')}
					code={fees.currency}
					onchange={(currency) => open({ term: 'fees', content: { ...fees, currency } }, of)}
				/>
				<span class="label">{t('Setup fee')}</span>
				<TypedField
					label={t('Setup fee of the schedule')}
					value={fees.setUpFee}
					read={(typed) => readMoney(typed, writing)}
					write={(amount) => writeAmount(amount, writing)}
					onchange={(setUpFee) =>
						setUpFee !== null && open({ term: 'fees', content: { ...fees, setUpFee } }, of)}
				/>
				<span class="label">{t('Monthly fee')}</span>
				<span class="several">
					<MonthlyFee
						fee={fees.monthlyFee}
						{writing}
						onchange={(monthlyFee) => open({ term: 'fees', content: { ...fees, monthlyFee } }, of)}
					/>
				</span>
			{:else}
				{@const texts = draft.content}
				{#each TEXTS as one (one.words)}
					<span class="label">{one.words}</span>
					<textarea
						aria-label={one.words}
						rows="3"
						maxlength={LIMITS.letterText}
						placeholder={one.of === 'opening' || one.of === 'closing'
							? t('empty: the program’s own text. …', { client: '{client}' })
							: t('empty: nothing is added')}
						value={texts[one.of][one.language]}
						onchange={(event) =>
							open(
								{
									term: 'texts',
									content: {
										...texts,
										[one.of]: { ...texts[one.of], [one.language]: event.currentTarget.value.trim() }
									}
								},
								of
							)}></textarea>
				{/each}
			{/if}
		</DatedForm>
	{/if}
{/snippet}

{#snippet change(what: string, begin: () => void, words: string)}
	{#if canEdit}<button type="button" class="act" aria-label="{words}: {what}" onclick={begin}
			>{words}</button
		>{/if}
{/snippet}

<main>
	<h1 class="unseen">{t('Agency')}</h1>
	{#if isOpen}
		<Answered sentence={agencySentence(now.letterhead?.content.name ?? null, SCREEN)} />
		{#if failure}
			<p role="alert">
				{whyNot(failure)}
				<button type="button" class="act" onclick={() => void load()}>{t('Try again')}</button>
			</p>
		{/if}
		<section>
			<h2>{t('Letterhead')}</h2>
			<div class="head">
				{#if now.letterhead}
					{@const { content } = now.letterhead}
					{#if content.logo}<img src={content.logo} alt={t('The logo')} />{/if}
					<p>
						<strong>{content.name}</strong><br />
						{content.address.join(', ')}
					</p>
					<span class="quiet">{heldInWords(now.letterhead, data.today, SCREEN)}</span>
				{:else}
					<span class="quiet">{t('Nothing leaves the house under a name yet.')}</span>
				{/if}
				{@render change(
					t('Letterhead'),
					() =>
						open(
							{ term: 'letterhead', content: now.letterhead?.content ?? NEW.letterhead },
							now.letterhead
						),
					now.letterhead ? t('Change') : t('Enter')
				)}
			</div>
			{#if draft?.term === 'letterhead'}{@render form(t('Letterhead'))}{/if}
		</section>
		<section>
			<h2>{t('Schedule of fees for one deposit')}</h2>
			<p>
				{#if now.fees}
					{feesInWords(now.fees.content, writingIn(now.fees.content.currency))}
					<span class="quiet">{heldInWords(now.fees, data.today, SCREEN)}</span>
				{:else}
					<span class="quiet">{t('nothing recorded')}</span>
				{/if}
				{@render change(
					t('Schedule of fees'),
					() => open({ term: 'fees', content: now.fees?.content ?? NEW.fees }, now.fees),
					now.fees ? t('Change') : t('Enter')
				)}
				{#if now.fees}
					{@const { content } = now.fees}
					{@render change(
						t('Schedule of fees'),
						() => open({ term: 'fees', content }, null),
						t('From another day')
					)}
				{/if}
			</p>
			{#if draft?.term === 'fees'}{@render form(t('Schedule of fees'))}{/if}
		</section>
		<section>
			<h2>{t('Texts of letters, handouts and messages')}</h2>
			{#each TEXTS as one (one.words)}
				{@const own = now.texts?.content[one.of][one.language] ?? ''}
				{#if own !== ''}<p><span class="quiet">{one.words}:</span> {own}</p>{/if}
			{/each}
			<p>
				{#if !now.texts}<span class="quiet">{t('the program’s own texts')}</span>{/if}
				{@render change(
					t('Texts'),
					() => open({ term: 'texts', content: now.texts?.content ?? NEW.texts }, now.texts),
					now.texts ? t('Change') : t('Enter')
				)}
			</p>
			{#if draft?.term === 'texts'}{@render form(t('Texts'))}{/if}
		</section>
	{/if}
</main>

<style>
	main {
		display: grid;
		gap: 22px;
		max-width: 860px;
		padding: 26px 24px 90px;
	}

	h2 {
		padding-bottom: 6px;
		border-bottom: 1px solid var(--row-line);
		margin-bottom: 8px;
		font: 600 17px/1.3 var(--serif);
	}

	.head {
		display: flex;
		flex-wrap: wrap;
		gap: 8px 18px;
		align-items: center;
	}

	img {
		width: 72px;
		height: 44px;
		border: 1px solid var(--hairline);
		background: #ffffff;
		object-fit: contain;
	}

	p {
		margin: 4px 0;
	}

	.quiet {
		color: var(--quiet);
		font-size: 14px;
	}

	.act {
		margin-inline-start: 8px;
		color: var(--act);
		font-weight: 600;
	}
</style>
