<!-- How a part of the distance from the plan is drawn: told apart without colour too. Fills what it is in. -->
<script lang="ts">
	import type { DriftPart } from '$lib/core/plan/progress';

	interface Props {
		part: DriftPart;
	}
	const { part }: Props = $props();
</script>

<span class="drawn {part}"></span>

<style>
	span {
		display: block;
		height: 100%;
		border: 1.5px solid var(--ink);
	}

	.payments {
		background: var(--sheet);
	}

	.charges {
		background: var(--ink);
	}

	.balance {
		border-color: var(--interest);
		background: repeating-linear-gradient(-45deg, var(--interest) 0 2px, transparent 2px 5px);
	}

	.creditor {
		border-color: var(--interest);
		background: repeating-linear-gradient(90deg, var(--interest) 0 2px, transparent 2px 4px);
	}

	.unexplained {
		border-style: dotted;
	}
</style>
