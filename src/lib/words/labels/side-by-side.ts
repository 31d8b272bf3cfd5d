/** Labels of plans side by side. */
import en from '../../messages/en/labels/side-by-side.json';
import { labelsOf } from '../../messages/labels';

export const { t, sentence } = labelsOf('labels/side-by-side', en);
