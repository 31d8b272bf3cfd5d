/** Whether a key is pressed in a field in which text is typed; a key without Ctrl, Alt or Cmd is then the field's. */
export function isTyping({ target, ctrlKey, metaKey, altKey }: KeyboardEvent): boolean {
	if (ctrlKey || metaKey || altKey) return true;
	if (target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement) return true;
	return target instanceof HTMLInputElement && ['text', 'search', 'password'].includes(target.type);
}
