/** Labels of the screens about many cases at once. */
import en from '../../messages/en/labels/book.json';
import { labelsOf } from '../../messages/labels';

export const { t } = labelsOf('labels/book', en);
