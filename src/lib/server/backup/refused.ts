import { OwnError } from '../log';

/** Why a backup can't be made or taken, for the person who asked. */
export class BackupRefused extends OwnError {
	override readonly name = 'BackupRefused';
}
