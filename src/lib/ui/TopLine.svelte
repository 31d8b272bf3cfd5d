<!-- The line at the top of every screen: where one is, and on the right what concerns the whole screen. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import { inTopLine } from './top-line';
	import { t } from '$lib/words/labels/common';

	interface Props {
		/** From the casebook down to this screen; the last one is this screen. */
		path: readonly { readonly name: string; readonly href: string }[];
		/** The other views of the case with their keys; the current one is marked. */
		views?: readonly {
			readonly name: string;
			readonly key?: string;
			readonly href: string;
			readonly here: boolean;
		}[];
		children?: Snippet;
	}
	const { path, views = [], children }: Props = $props();
	const end = inTopLine();
</script>

<header class="screen-only">
	<a class="brand" href="/">residuum</a>
	<nav aria-label={t('Breadcrumbs')}>
		<ol>
			{#each path as { name, href }, index (href)}
				<li>
					{#if index === path.length - 1}
						<span aria-current="page" title={name}>{name}</span>
					{:else}
						<a {href} title={name}>{name}</a><span class="step" aria-hidden="true">›</span>
					{/if}
				</li>
			{/each}
		</ol>
	</nav>
	{#if views.length > 0}
		<nav class="views" aria-label={t('Views of the case')}>
			{#each views as { name, key, href, here } (href)}
				<a {href} title={key && `${name} (${key})`} aria-current={here ? 'true' : undefined}
					>{name}</a
				>
			{/each}
		</nav>
	{/if}
	<div class="tools">{@render children?.()}{@render end?.()}</div>
</header>

<style>
	header {
		display: flex;
		align-items: center;
		gap: 18px;
		height: 48px;
		padding: 0 24px;
		border-bottom: 1px solid var(--hairline);
	}

	.brand {
		color: var(--ink);
		/* Lifted, so that its larger letters stand on the line of the others. */
		padding-bottom: 6px;
		font: 700 20px/1 var(--serif);
		text-decoration: none;
	}

	nav {
		min-width: 0;
	}

	ol {
		display: flex;
		gap: 8px;
	}

	li {
		display: flex;
		gap: 8px;
		min-width: 0;
		white-space: nowrap;
	}

	/* Where there is little room, a case's name gives way before that of what is open. */
	li:first-child {
		flex-shrink: 0;
	}

	li:not(:first-child, :last-child) {
		flex-shrink: 100;
	}

	li a,
	li [aria-current] {
		overflow: hidden;
		max-width: 26em;
		text-overflow: ellipsis;
	}

	li a {
		color: var(--quiet);
		text-decoration: none;
	}

	li a:hover {
		color: var(--act);
		text-decoration: underline;
	}

	[aria-current] {
		font-weight: 600;
	}

	.step {
		color: var(--quiet);
	}

	.views {
		display: flex;
		flex: none;
		gap: 18px;
		margin-inline-start: 12px;
	}

	.views a {
		color: var(--ink);
		line-height: 46px;
		text-decoration: none;
	}

	.views a:hover {
		color: var(--act);
	}

	.views a[aria-current] {
		box-shadow: inset 0 -2px 0 var(--act);
	}

	.tools {
		display: flex;
		flex: none;
		gap: 18px;
		align-items: center;
		margin-inline-start: auto;
		color: var(--quiet);
	}

	.tools > :global(:is(button, a)) {
		min-width: var(--target);
		min-height: var(--target);
		align-items: center;
		justify-content: center;
	}

	@media screen and (width < 900px) {
		header {
			flex-wrap: wrap;
			gap: 2px 14px;
			height: auto;
			padding: 4px 16px;
		}

		.views {
			flex: initial;
			flex-wrap: wrap;
			gap: 0 18px;
			margin-inline-start: 0;
		}

		.views a {
			line-height: max(30px, var(--target));
		}

		li {
			align-items: center;
		}

		li a {
			line-height: max(1.4em, var(--target));
		}

		.tools {
			flex: initial;
			flex-wrap: wrap;
			gap: 4px clamp(3px, 1.5vw, 12px);
		}
	}
</style>
