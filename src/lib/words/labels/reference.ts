/** Labels of what an agency knows: creditors, indexes and the agency itself. */
import en from '../../messages/en/labels/reference.json';
import { labelsOf } from '../../messages/labels';

export const { t } = labelsOf('labels/reference', en);
