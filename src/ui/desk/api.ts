import type { Job, Problem } from '@/core/given';

/** A job as the server gives it. */
export type JobView = {
  readonly id: string;
  readonly version: number;
  readonly document: Job;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly updatedAt: string;
};

/** What a paired device may do. */
export type Role = 'look' | 'lay' | 'all';
/** Who shares this server, how the next device is paired, and what matters for safety. */
export type Sharing = {
  readonly devices: readonly { readonly id: string; readonly name: string; readonly role: Role; readonly seenAt: string }[];
  readonly records: readonly {
    readonly at: string;
    readonly what: 'paired' | 'wrong-code' | 'role' | 'removed' | 'deleted' | 'restored';
    readonly about: string;
  }[];
  readonly code: { readonly code: string; readonly until: number } | null;
};

/** How a job stands on the server, without what it holds. */
export type StandingView = Omit<JobView, 'document'>;

export type Answer<T> = { readonly status: number; readonly body: T };
export type SaveBody = { readonly job?: StandingView & { readonly document?: Job }; readonly problems?: readonly Problem[] };

/** A request that has not been answered after this (ms) is given up. */
const HANGS = 20_000;

/** Asks the server; status 0 means that it could not be reached. */
export async function ask<T>(
  path: string,
  method: 'GET' | 'POST' | 'PUT' | 'DELETE',
  body?: unknown,
  patience = HANGS,
): Promise<Answer<T>> {
  const text = body === undefined || typeof body === 'string' ? body : JSON.stringify(body);
  try {
    const response = await fetch(path, {
      method,
      // one that hangs must not hold up all that come after it
      signal: AbortSignal.timeout(patience),
      headers: text === undefined ? undefined : { 'content-type': 'application/json' },
      body: text,
      // a save goes out even while its page closes; browsers allow that up to 64 kB
      keepalive: text !== undefined && text.length < 30_000,
    });
    return { status: response.status, body: (await response.json().catch(() => ({}))) as T };
  } catch {
    return { status: 0, body: {} as T };
  }
}

/** The lines of a job's log as the server has them; null where it does not answer. */
export async function fetchLog(jobId: string): Promise<readonly string[] | null> {
  const text = await fetch(`/api/jobs/${jobId}/log`).then(
    (answer) => (answer.ok ? answer.text() : null),
    () => null,
  );
  return text === null ? null : text.split('\n').filter(Boolean);
}

/** The sentence to show for an answer that is not what was hoped for. */
export function complaint(answer: Answer<{ readonly problems?: readonly Problem[] }>): string {
  const [problem] = answer.body.problems ?? [];
  if (problem) return problem.path === '' ? problem.text : `${problem.path}: ${problem.text}`;
  return answer.status === 0 ? 'Pitsaw’s server cannot be reached. Is it still running?' : `The server answered ${answer.status}.`;
}
