<!-- One term of a change of a plan: once it is typed it is no longer assumed. -->
<script lang="ts" generics="T">
	import {
		isAssumedTerm,
		withTerm,
		type AssumedTerm,
		type ChangeEntry
	} from '$lib/document/change';
	import TypedField from '$lib/ui/TypedField.svelte';
	import type { FieldText } from '../debt-fields';

	interface Props {
		label: string;
		change: ChangeEntry;
		/** The term that may be assumed; absent if it never is. */
		term?: AssumedTerm;
		value: T | null;
		text: FieldText<T>;
		/** The placeholder. */
		placeholder: string;
		/** The fields of the change with another value in it. */
		put: (value: T | null) => object;
		onchange: (change: ChangeEntry) => void;
		onenter: () => void;
	}
	const { label, change, term, value, text, placeholder, put, onchange, onenter }: Props = $props();
</script>

<TypedField
	{onenter}
	{label}
	assumed={term !== undefined && isAssumedTerm(change, term)}
	{value}
	{...text}
	optional
	{placeholder}
	onchange={(typed) => onchange(withTerm(change, term, put(typed)))}
/>
