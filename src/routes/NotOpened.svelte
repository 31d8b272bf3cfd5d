<!-- Replaces a page that could not be opened: the reason, and what to do. -->
<script lang="ts">
	import Answer from '$lib/ui/Answer.svelte';
	import { t } from '$lib/words/labels/common';

	interface Props {
		title: string;
		why: string;
		remedy?: string | undefined;
		/** Tries again; absent: that would not help. */
		onagain?: () => Promise<void>;
	}
	const { title, why, remedy, onagain }: Props = $props();

	let isTrying = $state(false);
	async function again(): Promise<void> {
		isTrying = true;
		await onagain?.();
		isTrying = false;
	}
</script>

<main>
	<div role="alert">
		<h1 class="unseen">{title}</h1>
		<Answer sentence={[{ text: why }]} />
		{#if remedy}<p>{remedy}</p>{/if}
		<p class="ways">
			{#if onagain}
				<button type="button" disabled={isTrying} onclick={again}>{t('Try again')}</button>
			{/if}
			<a href="/">{t('Open the casebook')}</a>
		</p>
	</div>
</main>

<style>
	div {
		display: grid;
		gap: 12px;
		padding: 40px 24px;
	}

	.ways {
		display: flex;
		gap: 18px;
	}

	button {
		color: var(--act);
		font-weight: 600;
	}
</style>
