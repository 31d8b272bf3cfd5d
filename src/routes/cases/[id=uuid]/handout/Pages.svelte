<!-- A handout on its pages, as they are printed: blocks are measured where nobody sees them, then laid on sheets. -->
<script lang="ts">
	import { MARGIN, PAPER_SIZES, type Block, type Handout } from '$lib/handout/blocks';
	import { paginated, type Measured } from '$lib/handout/pages';
	import type { Attachment } from 'svelte/attachments';
	import BlockView from './BlockView.svelte';

	interface Props {
		handout: Handout;
	}
	const { handout }: Props = $props();

	/** Pixels in a point. */
	const PIXELS = 96 / 72;
	/** Above and below what is on a page, in points: its head is above. */
	const [HEAD, FOOT] = [62, 40];

	const size = $derived(PAPER_SIZES[handout.paper]);
	const room = $derived((size.height - HEAD - FOOT) * PIXELS);
	let pages = $state.raw<readonly (readonly Block[])[]>([]);

	const heightOf = (element: Element): number => element.getBoundingClientRect().height;

	function measured(container: HTMLElement, blocks: readonly Block[]): Measured[] {
		return blocks.flatMap((block, at) => {
			const element = container.children[at];
			if (!element) return [];
			const rows = [...element.querySelectorAll('tbody tr')].map(heightOf);
			const height = heightOf(element);
			return [{ block, height, rows, head: height - rows.reduce((sum, row) => sum + row, 0) }];
		});
	}

	/** Anew whenever what is on the pages changes, once the faces are there. */
	const laid: Attachment<HTMLElement> = (container) => {
		const { blocks } = handout;
		const high = room;
		let left = false;
		const lay = () => {
			if (!left) pages = paginated(measured(container, blocks), high);
		};
		lay();
		void document.fonts.ready.then(lay);
		return () => {
			left = true;
		};
	};
</script>

<svelte:head>
	<!-- The size of the paper is known only here. -->
	<!-- eslint-disable-next-line svelte/no-at-html-tags -->
	{@html `<style>@page { size: ${handout.paper === 'a4' ? 'A4' : 'letter'}; margin: 0; }</style>`}
</svelte:head>

{#key handout}
	<div
		class="measure"
		lang={handout.language}
		style:width="{size.width - 2 * MARGIN}pt"
		aria-hidden="true"
		{@attach laid}
	>
		{#each handout.blocks as block, at (at)}<div><BlockView {block} /></div>{/each}
	</div>
{/key}

{#each pages as blocks, at (at)}
	<article
		class="drawn"
		lang={handout.language}
		aria-label={handout.page(at + 1, pages.length)}
		style:width="{size.width}pt"
		style:height="{size.height}pt"
		style:padding="0 {MARGIN}pt"
	>
		<header style:height="{HEAD}pt">
			<strong>{handout.left}</strong>
			<span>{handout.right} · {handout.page(at + 1, pages.length)}</span>
		</header>
		{#each blocks as block, place (place)}<div><BlockView {block} /></div>{/each}
	</article>
{/each}

<style>
	/* Fixed: what is only measured never makes a narrow screen wider. */
	.measure {
		position: fixed;
		visibility: hidden;
		color: #1f2a30;
	}

	/* Paper is white, by day and by night. */
	article {
		overflow: hidden;
		border: 1px solid var(--hairline);
		background: #ffffff;
		color: #1f2a30;
		color-scheme: light;
		--ink: #1f2a30;
		--interest: #a8481f;
	}

	header {
		display: flex;
		justify-content: space-between;
		padding-top: 32pt;
		color: #5e665f;
		font-size: 8.5pt;
	}

	@media print {
		.measure {
			display: none;
		}

		article {
			border: 0;
			break-after: page;
		}

		article:last-of-type {
			break-after: auto;
		}
	}
</style>
