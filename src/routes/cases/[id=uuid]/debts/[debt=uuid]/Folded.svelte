<!-- Settings folded away, with what is set said in one line: a name, its field, and a line of help in turn. -->
<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		title: string;
		line: string;
		children: Snippet;
	}
	const { title, line, children }: Props = $props();
</script>

<details>
	<summary>
		<span class="title">{title}</span>
		<span class="line">{line}</span>
	</summary>
	<div class="settings">{@render children()}</div>
</details>

<style>
	details {
		margin-top: -1px;
		border-top: 1px solid var(--row-line);
		border-bottom: 1px solid var(--row-line);
	}

	summary {
		display: grid;
		padding: 5px 0;
		cursor: pointer;
		list-style: none;
	}

	.title::after {
		content: ' ›';
		color: var(--act);
		font-weight: 600;
	}

	details[open] .title::after {
		content: '';
	}

	.line,
	.settings :global(:is(p, small)) {
		color: var(--quiet);
		font-size: 12.5px;
		line-height: 1.3;
	}

	.settings {
		display: grid;
		grid-template-columns: 1fr 156px;
		align-items: center;
		padding-bottom: 6px;
	}

	.settings :global(.name) {
		padding-top: 4px;
		line-height: 1.15;
	}

	.settings :global(small) {
		display: block;
	}

	.settings :global(:is(input, select)) {
		font-weight: 600;
		text-align: end;
	}

	.settings :global(p) {
		grid-column: 1 / 3;
		padding-bottom: 6px;
		border-bottom: 1px solid var(--row-line);
	}

	.settings :global(p:last-child) {
		border-bottom: 0;
	}
</style>
