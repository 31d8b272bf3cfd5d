/** Labels of the screen of one debt. */
import en from '../../messages/en/labels/debt.json';
import { labelsOf } from '../../messages/labels';

export const { t, sentence } = labelsOf('labels/debt', en);
