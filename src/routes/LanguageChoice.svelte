<!-- The language of the desk. What is said on a page is said when it is drawn: it is drawn anew, with all that was typed saved before. -->
<script lang="ts">
	import { chooseLanguage, loadAnew, whyNot } from '$lib/desk/requests';
	import { deskLanguage } from '$lib/messages/desk-language';
	import { DESK_LANGUAGES, type DeskLanguage } from '$lib/messages/message';
	import Choice from '$lib/ui/Choice.svelte';
	import { LANGUAGE_CHOICES } from '$lib/words/handout-settings';
	import { t } from '$lib/words/labels/common';

	const LANGUAGES = LANGUAGE_CHOICES.flatMap(({ value, words }) =>
		DESK_LANGUAGES.flatMap((language) => (language === value ? [{ value: language, words }] : []))
	);
	let problem = $state<string | null>(null);

	async function choose(language: DeskLanguage): Promise<void> {
		problem = null;
		const answer = await chooseLanguage(language);
		if (answer.kind === 'done') await loadAnew();
		else problem = whyNot(answer);
	}
</script>

<label>
	{t('Language')}
	<Choice
		label={t('Language of the desk')}
		value={deskLanguage()}
		options={LANGUAGES}
		onchange={(language) => void choose(language)}
	/>
</label>
{#if problem}<p role="alert">{problem}</p>{/if}

<style>
	label {
		display: grid;
		grid-template-columns: auto 140px;
		gap: 10px;
		align-items: center;
		justify-content: start;
		color: var(--quiet);
	}
</style>
