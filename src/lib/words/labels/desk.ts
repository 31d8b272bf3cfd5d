/** Labels of the desk: undo steps without a field of their own, starting points of plans, failed requests. */
import en from '../../messages/en/labels/desk.json';
import { labelsOf } from '../../messages/labels';

export const { t } = labelsOf('labels/desk', en);
