<!-- The first minute with an empty casebook: an example to play with, and the guide. -->
<script lang="ts">
	import type { CaseDocument } from '$lib/document/case';
	import { t } from '$lib/words/labels/casebook';

	interface Props {
		ontake: (example: CaseDocument) => void;
	}
	const { ontake }: Props = $props();

	let isLoading = $state(false);

	/** The demo's first household, marked as what it is. */
	async function take(): Promise<void> {
		isLoading = true;
		const { default: demo } = await import('../../demo/1-ferry-and-bakery.json');
		const document = demo.document as unknown as CaseDocument;
		ontake({ ...document, label: t('Example · {label}', { label: document.label }) });
	}
</script>

<section>
	<h2>{t('New here?')}</h2>
	<p>{t('Open an example household to try …')}</p>
	<p class="acts">
		<button type="button" disabled={isLoading} onclick={() => void take()}
			>{t('Open the example')}</button
		>
		<a href="/guide">{t('Read the guide')}</a>
	</p>
</section>

<style>
	section {
		max-width: 620px;
		padding-inline-start: 18px;
		border-inline-start: 2px solid var(--hairline);
		margin: 34px 0;
	}

	h2 {
		font: 600 18px/1.3 var(--serif);
	}

	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 10px 24px;
		align-items: center;
		margin-top: 10px;
	}

	button {
		height: 32px;
		padding: 0 14px;
		border: 1px solid var(--act);
		border-radius: 3px;
	}

	button,
	a {
		color: var(--act);
		font-weight: 600;
		text-decoration: none;
	}
</style>
