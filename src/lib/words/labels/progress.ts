/** Labels of the progress of a case. */
import en from '../../messages/en/labels/progress.json';
import { labelsOf } from '../../messages/labels';

export const { t } = labelsOf('labels/progress', en);
