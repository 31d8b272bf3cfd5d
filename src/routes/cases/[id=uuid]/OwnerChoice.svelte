<!-- Whose something is: one of the people of the household, or all together. -->
<script lang="ts">
	import { ownerAmong, type PersonEntry } from '$lib/document/household';
	import Choice from '$lib/ui/Choice.svelte';
	import { t } from '$lib/words/labels/common';

	interface Props {
		label: string;
		people: readonly PersonEntry[];
		owner: string | null;
		onchange: (owner: string | null) => void;
	}
	const { label, people, owner, onchange }: Props = $props();

	const options = $derived([
		{ value: '', words: t('joint') },
		...people.map(({ id, name }) => ({ value: id, words: name }))
	]);
</script>

<Choice
	{label}
	value={ownerAmong(people, { owner })?.id ?? ''}
	{options}
	onchange={(to) => onchange(to === '' ? null : to)}
/>
