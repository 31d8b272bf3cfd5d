import { isTyping } from '$lib/ui/typing';

/** The month before or after in which something happens, by comma and full stop; fields keep theirs. */
export function eventByKey(
	event: KeyboardEvent,
	months: readonly number[],
	from: number
): number | undefined {
	if (isTyping(event)) return undefined;
	if (event.key === ',') return months.findLast((at) => at < from);
	return event.key === '.' ? months.find((at) => at > from) : undefined;
}
