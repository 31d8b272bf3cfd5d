/** What the desk says: steps of undo that have no field of their own, plans to start from, requests without an answer. */
import en from '../../messages/en/labels/desk.json';
import { labelsOf } from '../../messages/labels';

export const { t } = labelsOf({ en });
