<!-- One plan becomes the case's chosen plan, with a note of why. -->
<script lang="ts">
	import { SCREEN } from '$lib/reading/writing';
	import { readName } from '$lib/reading/names';
	import Note from '$lib/ui/Note.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { t } from '$lib/words/labels/side-by-side';

	interface Props {
		name: string;
		/** Its assumed terms in words; null if there are none. */
		assumed: string | null;
		anchor: HTMLElement;
		onchoose: (note: string) => void;
		onclose: () => void;
	}
	const { name, assumed, anchor, onchoose, onclose }: Props = $props();

	let note = $state('');
</script>

<Note title={t('Choose “{name}”', { name })} {anchor} {onclose}>
	{#if assumed}
		<p role="alert">
			<strong>{t('Some terms of this plan are not …')}</strong>
			{t('Assumed: {assumed}. Choose this plan anyway?', { assumed })}
		</p>
	{/if}
	<div class="fields">
		<span class="label">{t('Note')}</span>
		<span data-first>
			<TypedField
				label={t('Note on the choice')}
				value={note}
				read={(text) => readName(text, SCREEN)}
				write={(text) => text}
				placeholder={t('reasons or agreements')}
				onchange={(text) => (note = text ?? '')}
				onenter={() => onchoose(note)}
			/>
		</span>
	</div>
	<p class="acts">
		<button type="button" onclick={() => onchoose(note)}
			>{assumed ? t('Choose with assumed terms') : t('Choose this plan')}</button
		>
	</p>
</Note>
