export { type BackupSource, folderSource } from './backup/backup-source.ts';
export { type OpenFilesWritten, writeOpenFiles } from './backup/open-files.ts';
export { type Restored, restoreFolder } from './backup/restore-folder.ts';
export { type BackupHead, writeBackup } from './backup/write-backup.ts';
export { CodedError, FolderInUseError } from './errors/coded-errors.ts';
export { readUpload } from './exchange/read-upload.ts';
export { type RunningStandIns, startStandIns } from './instruments/stand-in/start-stand-ins.ts';
export { type Checked, checkData } from './recovery/check-data.ts';
export { type RunningServer, type ServerOptions, startServer } from './start-server.ts';
