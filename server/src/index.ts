export { CodedError, FolderInUseError } from './errors/coded-errors.ts';
export { type RunningServer, type ServerOptions, startServer } from './start-server.ts';
