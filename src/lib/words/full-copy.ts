/** What is written above and between the parts of a full copy of what is kept about a client. */
import en from '../messages/en/full-copy.json';
import { messagesOf } from '../messages/message';

export const { text: fullCopyText } = messagesOf('full-copy', en);
