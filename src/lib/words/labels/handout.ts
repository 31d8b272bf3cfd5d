/** Labels of the client handout’s screen. */
import en from '../../messages/en/labels/handout.json';
import { labelsOf } from '../../messages/labels';

export const { t } = labelsOf('labels/handout', en);
