<!-- Whose debts are looked at: everybody's, one person's, or those of all together. -->
<script lang="ts">
	import { ALL, JOINT, type PersonEntry, type Whose } from '$lib/document/household';
	import { t } from '$lib/words/labels/common';

	interface Props {
		people: readonly PersonEntry[];
		whose: Whose;
		onchange: (whose: Whose) => void;
	}
	const { people, whose, onchange }: Props = $props();

	const choices = $derived([
		{ value: ALL, words: t('everyone') },
		...people.map(({ id, name }) => ({ value: id, words: name })),
		{ value: JOINT, words: t('joint') }
	]);
	const shown = $derived(choices.some(({ value }) => value === whose) ? whose : ALL);
</script>

<div role="group" aria-label={t('Whose debts are shown')}>
	{#each choices as { value, words } (value)}
		<button
			type="button"
			aria-pressed={value === shown}
			title={words}
			onclick={() => onchange(value)}>{words}</button
		>
	{/each}
</div>

<style>
	div {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 4px;
	}

	button {
		overflow: hidden;
		max-width: 132px;
		min-height: max(24px, var(--target));
		padding: 2px 9px;
		border-radius: 3px;
		color: var(--act);
		font-size: 13px;
		font-weight: 600;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	button[aria-pressed='true'] {
		background: var(--picked);
		color: var(--ink);
	}
</style>
