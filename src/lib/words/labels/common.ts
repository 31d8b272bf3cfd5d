/** Labels that several screens share. */
import en from '../../messages/en/labels/common.json';
import { labelsOf } from '../../messages/labels';

export const { t } = labelsOf('labels/common', en);
