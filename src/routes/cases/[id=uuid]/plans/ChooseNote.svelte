<!-- One plan becomes the case's chosen plan, with a note of why. -->
<script lang="ts">
	import { SCREEN } from '$lib/reading/writing';
	import { readName } from '$lib/reading/names';
	import Note from '$lib/ui/Note.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';

	interface Props {
		name: string;
		/** What of it nobody has named, in words; null: nothing. */
		assumed: string | null;
		anchor: HTMLElement;
		onchoose: (note: string) => void;
		onclose: () => void;
	}
	const { name, assumed, anchor, onchoose, onclose }: Props = $props();

	let note = $state('');
</script>

<Note title="Choose “{name}”" {anchor} {onclose}>
	{#if assumed}
		<p role="alert">
			<strong>Nobody has agreed to all of this yet.</strong> Assumed: {assumed}. Choose it all the
			same?
		</p>
	{/if}
	<div class="fields">
		<span class="label">Note</span>
		<span data-first>
			<TypedField
				label="Note of the choice"
				value={note}
				read={(text) => readName(text, SCREEN)}
				write={(text) => text}
				placeholder="why, or what was agreed"
				onchange={(text) => (note = text ?? '')}
				onenter={() => onchoose(note)}
			/>
		</span>
	</div>
	<p class="acts">
		<button type="button" onclick={() => onchoose(note)}
			>{assumed ? 'Choose it as assumed' : 'Choose this plan'}</button
		>
	</p>
</Note>
