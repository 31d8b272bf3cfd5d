<!-- A choice among a few ways, as a plain list that takes letters and, opened with Alt+Down, arrows. -->
<script lang="ts" generics="T extends string">
	import ChevronDown from '@lucide/svelte/icons/chevron-down';

	interface Props {
		label: string;
		value: T;
		options: readonly { readonly value: T; readonly words: string }[];
		onchange: (value: T) => void;
		cell?: string | undefined;
	}
	const { label, value, options, onchange, cell }: Props = $props();
</script>

<span class="choice">
	<select
		aria-label={label}
		data-cell={cell}
		{value}
		onchange={(event) => onchange(event.currentTarget.value as T)}
	>
		{#each options as option (option.value)}
			<option value={option.value}>{option.words}</option>
		{/each}
	</select>
	<ChevronDown size={13} aria-hidden="true" />
</span>

<style>
	.choice {
		position: relative;
		display: block;
		min-width: 0;
	}

	.choice :global(svg) {
		position: absolute;
		top: calc(50% - 6px);
		inset-inline-end: 4px;
		color: var(--act);
		pointer-events: none;
	}

	select {
		width: 100%;
		min-width: 0;
		height: 30px;
		min-height: var(--target);
		padding-block: 0;
		padding-inline: 6px 20px;
		border: 0;
		border-bottom: 1px solid transparent;
		border-radius: 2px 2px 0 0;
		appearance: none;
		background: transparent;
		text-overflow: ellipsis;
	}

	select:hover {
		border-bottom-color: var(--act);
	}

	select:focus {
		border-bottom-color: var(--act);
		outline: 2px solid var(--act);
		outline-offset: 0;
	}

	option {
		background: var(--sheet);
		color: var(--ink);
	}
</style>
