/** Labels of other programs that are let in and told. */
import en from '../../messages/en/labels/programs.json';
import { labelsOf } from '../../messages/labels';

export const { t } = labelsOf('labels/programs', en);
