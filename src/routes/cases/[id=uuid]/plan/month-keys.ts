/** The month before or after in which something happens, by comma and full stop; fields keep theirs. */
export function eventByKey(
	event: KeyboardEvent,
	months: readonly number[],
	from: number
): number | undefined {
	const typing = event.target instanceof HTMLInputElement && event.target.type === 'text';
	if (typing || event.ctrlKey || event.metaKey || event.altKey) return undefined;
	if (event.key === ',') return months.findLast((at) => at < from);
	return event.key === '.' ? months.find((at) => at > from) : undefined;
}
