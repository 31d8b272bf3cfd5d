<!-- The counselor's guide on board, searched as one types. -->
<script lang="ts">
	import { guides } from 'virtual:guide';
	import { deskLanguage } from '$lib/messages/desk-language';
	import TopLine from '$lib/ui/TopLine.svelte';
	import { isTyping } from '$lib/ui/typing';
	import { t } from '$lib/words/labels/guide';

	const pictures: Readonly<Record<string, string>> = import.meta.glob(
		'../../../docs/screenshots/*.png',
		{ eager: true, query: '?url', import: 'default' }
	);
	/** Pictures where the build has put them. They come when they are scrolled to, and keep their room until then. */
	const shown = (html: string): string =>
		html.replaceAll(/<img src="(screenshots\/[\w-]+\.png)"/g, (_, name: string) => {
			const size = name.endsWith('take-home.png') ? 'class="phone"' : 'class="screen"';
			return `<img ${size} loading="lazy" src="${pictures[`../../../docs/${name}`] ?? ''}"`;
		});

	const folded = (text: string): string =>
		text.toLowerCase().normalize('NFD').replace(/\p{M}/gu, '');
	const all = guides[deskLanguage()].map(({ title, html, text }, at) => ({
		id: `section-${at}`,
		title,
		html: shown(html),
		text: folded(`${title} ${text}`)
	}));

	let search = $state('');
	let field = $state<HTMLInputElement>();
	const words = $derived(folded(search).split(/\s+/).filter(Boolean));
	const found = $derived(all.filter(({ text }) => words.every((word) => text.includes(word))));

	function key(event: KeyboardEvent): void {
		if (event.key !== '/' || isTyping(event)) return;
		event.preventDefault();
		field?.focus();
	}
</script>

<svelte:head><title>{t('Guide')} · Residuum</title></svelte:head>
<svelte:window onkeydown={key} />
<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: t('Guide'), href: '/guide' }
	]}
/>
<main>
	<nav aria-label={t('Sections')}>
		<input
			type="search"
			aria-label={t('Search the guide')}
			placeholder={t('Search ( / )')}
			bind:this={field}
			bind:value={search}
			onkeydown={(event) => event.key === 'Escape' && (search = '')}
		/>
		<p class="unseen" role="status">
			{words.length === 0 ? '' : t('{count} sections', { count: found.length })}
		</p>
		<ul>
			{#each found as { id, title } (id)}
				<li><a href="#{id}">{title}</a></li>
			{/each}
		</ul>
	</nav>
	<div>
		{#each found as { id, title, html }, at (id)}
			<section {id}>
				{#if at === 0 && words.length === 0}<h1>{title}</h1>{:else}<h2>{title}</h2>{/if}
				<!-- Our own text, made when the program is built. -->
				<!-- eslint-disable-next-line svelte/no-at-html-tags -->
				{@html html}
			</section>
		{:else}
			<p>{t('The guide has no section with these words.')}</p>
		{/each}
	</div>
</main>

<style>
	main {
		display: grid;
		grid-template-columns: 230px minmax(0, 760px);
		gap: 20px 48px;
		padding: 26px 24px 90px;
	}

	nav {
		position: sticky;
		top: 20px;
		align-self: start;
		overflow-y: auto;
		max-height: calc(100vh - 40px);
	}

	nav ul {
		margin-top: 14px;
		list-style: none;
	}

	nav a {
		display: block;
		padding: 4px 0;
		color: var(--act);
		text-decoration: none;
	}

	nav a:hover {
		text-decoration: underline;
	}

	input {
		width: 100%;
		height: 32px;
		padding: 0 8px;
		border: 0;
		border-bottom: 1px solid var(--act);
		border-radius: 2px 2px 0 0;
		background: var(--sheet);
	}

	section {
		margin-bottom: 44px;
		line-height: 1.5;
		scroll-margin-top: 16px;
	}

	h1 {
		font: 400 30px/1.3 var(--serif);
	}

	h2 {
		font: 600 22px/1.3 var(--serif);
	}

	section :global(h3) {
		margin-top: 22px;
		font: 600 17px/1.3 var(--serif);
	}

	section :global(p) {
		margin-top: 10px;
	}

	section :global(img) {
		display: block;
		max-width: 100%;
		height: auto;
		border: 1px solid var(--hairline);
	}

	section :global(.screen) {
		width: 760px;
		aspect-ratio: 1280 / 800;
	}

	section :global(.phone) {
		width: 300px;
		aspect-ratio: 390 / 844;
	}

	section :global(code) {
		padding: 0 4px;
		border: 1px solid var(--hairline);
		border-radius: 3px;
		font: 600 13px var(--sans);
	}

	section :global(:is(ul, ol)) {
		padding-inline-start: 22px;
		margin-top: 8px;
	}

	@media screen and (width < 900px) {
		main {
			grid-template-columns: minmax(0, 1fr);
		}

		nav {
			position: static;
			max-height: none;
		}
	}
</style>
