import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';

const reasons: Readonly<Record<string, string>> = {
  EACCES: 'you do not have permission',
  EPERM: 'you do not have permission',
  EISDIR: 'it is a folder',
  ENOTDIR: 'part of its path is a file',
  EEXIST: 'part of its path is a file',
  ENOSPC: 'the disk is full',
  EDQUOT: 'your disk quota is used up',
  EFBIG: 'the file is too large for this system',
  EROFS: 'the disk is read-only',
  ELOOP: 'its links form a loop',
  ENAMETOOLONG: 'its name is too long',
};

/** The refusal for a file that could not be read. */
export function unreadable(path: string, error: unknown): Refusal {
  const code = codeOf(error);
  if (code === 'ENOENT') return new Refusal(finding('call/no-file', { path }));
  return new Refusal(finding('call/not-readable', { path, why: reasons[code] ?? code }));
}

/** The refusal for a place that could not be written to. */
export function unwritable(path: string, error: unknown): Refusal {
  if (error instanceof Refusal) return error;
  const code = codeOf(error);
  const why = code === 'ENOENT' ? 'the folder does not exist' : (reasons[code] ?? code);
  return new Refusal(finding('call/not-writable', { path, why }));
}

function codeOf(error: unknown): string {
  const { code, message } = error as { code?: string; message?: string };
  return code ?? message ?? 'unknown error';
}
