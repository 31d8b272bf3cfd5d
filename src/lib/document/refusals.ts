/** Refusals of what is in a document or a request. */
import en from '../messages/en/labels/document.json';
import { labelsOf } from '../messages/labels';

export const { t } = labelsOf('labels/document', en);
