import { createHash } from 'node:crypto';
import { readdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/**
 * Names the computation that makes summaries: what one of another build worked out is worked out anew. By the names,
 * sizes and times of the core's files, which is quicker than reading them.
 */
export function computationVersion(): string {
  const core = dirname(fileURLToPath(import.meta.resolve('@mindful-probe/core')));
  const hash = createHash('sha256');
  for (const file of readdirSync(core, { recursive: true, withFileTypes: true })) {
    if (!file.isFile()) continue;
    const path = join(file.parentPath, file.name);
    const { size, mtimeMs } = statSync(path);
    hash.update(`${path.slice(core.length)}\0${size}\0${mtimeMs}\n`);
  }
  return hash.digest('hex').slice(0, 16);
}
