/** Labels of the guide on board. */
import en from '../../messages/en/labels/guide.json';
import { labelsOf } from '../../messages/labels';

export const { t } = labelsOf('labels/guide', en);
