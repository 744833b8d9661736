export { CodedError, FolderInUseError } from './errors/coded-errors.ts';
export { type RunningStandIns, startStandIns } from './instruments/stand-in/start-stand-ins.ts';
export { type RunningServer, type ServerOptions, startServer } from './start-server.ts';
