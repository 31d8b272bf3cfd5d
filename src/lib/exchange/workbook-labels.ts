/** Texts in the cells of a workbook. */
import en from '../messages/en/labels/workbook.json';
import { labelsOf } from '../messages/labels';

export const { t } = labelsOf('labels/workbook', en);
