/** Labels of messages to clients. */
import en from '../../messages/en/labels/outbox.json';
import { labelsOf } from '../../messages/labels';

export const { t } = labelsOf('labels/outbox', en);
