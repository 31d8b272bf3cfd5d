/** A reminder that is dismissed, put off, or brought back. */
import { z } from 'zod';
import { t } from '../refusals';
import { date, identifier, text } from './fields';

const which = {
	caseId: identifier(t('The case of a reminder')),
	subject: text(t('What a reminder is about'), 1, 120)
};

/** `until` null: dismissed. */
export const reminderPutOff = z.strictObject({
	...which,
	until: date(t('The day until which a reminder is put off')).nullable()
});
export const reminderBack = z.strictObject(which);
