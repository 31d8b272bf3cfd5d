/** Labels of the page for damaged data. */
import en from '../../messages/en/labels/damaged.json';
import { labelsOf } from '../../messages/labels';

export const { t, sentence } = labelsOf('labels/damaged', en);
