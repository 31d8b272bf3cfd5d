<!-- A client label being typed, in its line of the casebook. -->
<script lang="ts">
	import { readLabel } from '$lib/reading/names';
	import { SCREEN } from '$lib/reading/writing';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { t } from '$lib/words/labels/casebook';

	interface Props {
		value: string;
		onchange: (label: string | null) => void;
		onenter: () => void;
		onescape: () => void;
	}
	const { value, onchange, onenter, onescape }: Props = $props();
</script>

<TypedField
	label={t('Client label')}
	{value}
	read={(text) => readLabel(text, SCREEN)}
	write={(text) => text}
	{onchange}
	{onenter}
	{onescape}
	autofocus
/>
