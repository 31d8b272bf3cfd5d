/** Labels of signing in, accounts and the audit trail. */
import en from '../../messages/en/labels/accounts.json';
import { labelsOf } from '../../messages/labels';

export const { t } = labelsOf('labels/accounts', en);
