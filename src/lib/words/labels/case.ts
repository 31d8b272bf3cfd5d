/** Labels that the screens of a case share, and of its debts. */
import en from '../../messages/en/labels/case.json';
import { labelsOf } from '../../messages/labels';

export const { t } = labelsOf('labels/case', en);
