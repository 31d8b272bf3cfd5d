/** What the server answers where it can't do what a screen asked for. */
import en from '../messages/en/labels/server.json';
import { labelsOf } from '../messages/labels';

export const { t } = labelsOf('labels/server', en);
