/** Labels of the screen turned to a client, for whoever turns it. */
import en from '../../messages/en/labels/client-view.json';
import { labelsOf } from '../../messages/labels';

export const { t } = labelsOf('labels/client-view', en);
