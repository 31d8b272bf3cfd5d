<!-- What a missed payment usually brings at a creditor. -->
<script lang="ts">
	import { LIMITS } from '$lib/core/quantities/limits';
	import type { UsualLate } from '$lib/document/reference';
	import type { Writing } from '$lib/reading/writing';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { countText, moneyText, rateText } from '../cases/[id=uuid]/debt-fields';
	import { t } from '$lib/words/labels/reference';

	interface Props {
		late: UsualLate;
		writing: Writing;
		onchange: (late: UsualLate) => void;
	}
	const { late, writing, onchange }: Props = $props();

	const money = $derived(moneyText(writing));
	const most = LIMITS.latePeriods;
	const put = (fields: Partial<UsualLate>) => onchange({ ...late, ...fields });
</script>

<span class="label">{t('Late fee, then again')}</span>
<span class="several">
	<TypedField
		label={t('Late fee')}
		value={late.fee}
		{...money}
		onchange={(fee) => fee !== null && put({ fee })}
	/>
	<TypedField
		label={t('Late fee of another missed payment')}
		value={late.feeAgain}
		{...money}
		optional
		placeholder={t('the same')}
		onchange={(feeAgain) => put({ feeAgain })}
	/>
</span>
<span class="label">{t('Penalty rate')}</span>
<TypedField
	label={t('Penalty rate')}
	value={late.penaltyRate}
	{...rateText(writing)}
	optional
	placeholder={t('none')}
	onchange={(penaltyRate) => put({ penaltyRate })}
/>
{#if late.penaltyRate !== null}
	<span class="label">{t('after, notice, ends after')}</span>
	<span class="several">
		<TypedField
			label={t('Missed payments before the penalty rate')}
			value={late.after}
			{...countText(writing, { least: 1, most })}
			onchange={(after) => after !== null && put({ after })}
		/>
		<TypedField
			label={t('Payments of notice')}
			value={late.notice}
			{...countText(writing, { least: 0, most })}
			onchange={(notice) => notice !== null && put({ notice })}
		/>
		<TypedField
			label={t('Payments on time that end the penalty rate')}
			value={late.cure}
			{...countText(writing, { least: 1, most })}
			onchange={(cure) => cure !== null && put({ cure })}
		/>
	</span>
{/if}
