/** Labels of the casebook and of deleted cases. */
import en from '../../messages/en/labels/casebook.json';
import { labelsOf } from '../../messages/labels';

export const { t } = labelsOf('labels/casebook', en);
