/** Labels of the plan’s screen. */
import en from '../../messages/en/labels/plan.json';
import { labelsOf } from '../../messages/labels';

export const { t, sentence } = labelsOf('labels/plan', en);
