<!-- How far a piece of work is, and a way to give it up. -->
<script lang="ts">
	import { t } from '$lib/words/labels/common';

	interface Props {
		what: string;
		/** From 0 to 1. */
		done: number;
		onstop: () => void;
	}
	const { what, done, onstop }: Props = $props();
	const percent = $derived(Math.round(done * 100));
</script>

<span class="progress" role="status">
	<span class="what">{what} …</span>
	<span
		class="track"
		role="progressbar"
		aria-label={what}
		aria-valuemin={0}
		aria-valuemax={100}
		aria-valuenow={percent}
	>
		<span class="part drawn" style:width="{percent}%"></span>
	</span>
	<button type="button" onclick={onstop}>{t('Cancel')}</button>
</span>

<style>
	.progress {
		display: inline-flex;
		gap: 10px;
		align-items: center;
		white-space: nowrap;
	}

	.track {
		width: 90px;
		height: 6px;
		border: 1px solid var(--act);
		border-radius: 3px;
	}

	.part {
		display: block;
		height: 100%;
		background: var(--act);
	}

	button {
		color: var(--act);
		font-weight: 600;
	}
</style>
