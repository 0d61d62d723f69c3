import { PRESET_MATERIALS, type BeneathChoice, type Job, type Material } from '@/core/given';
import { edit, firstText } from '@/ui/desk';

/** What a space asks for; whatever is not said is `auto`. */
export const choiceOf = (job: Job, space: string): Required<BeneathChoice> => ({
  pad: 'auto',
  film: 'auto',
  direction: 'auto',
  ...job.beneath?.choices?.find((c) => c.space === space),
  space,
});

/** Begins with the usual materials: what lies beneath is then derived room by room. */
export const begin = (): unknown => edit('what lies beneath', (job) => ({ ...job, beneath: { ...job.beneath, materials: [...PRESET_MATERIALS], choices: job.beneath?.choices ?? [] } })); // prettier-ignore

export const choose = (space: string, change: Partial<BeneathChoice>): string | undefined =>
  firstText(
    edit('what lies beneath a room', (job) => ({
      ...job,
      beneath: {
        ...job.beneath,
        choices: [...(job.beneath?.choices ?? []).filter((c) => c.space !== space), { ...choiceOf(job, space), ...change }],
      },
    })),
  );

const withMaterials = (job: Job, change: (materials: readonly Material[]) => readonly Material[]): Job => ({
  ...job,
  beneath: { ...job.beneath, materials: [...change(job.beneath?.materials ?? [])] },
});

export const putMaterial = (id: string, change: Partial<Material>): string | undefined =>
  firstText(edit('a material', (job) => withMaterials(job, (list) => list.map((m) => (m.id === id ? { ...m, ...change } : m)))));

export const addMaterial = (kind: Material['kind']): unknown =>
  edit('a new material', (job) =>
    withMaterials(job, (list) => {
      const preset = PRESET_MATERIALS.find((m) => m.kind === kind)!;
      const id = freeName(list.map((m) => m.id), kind); // prettier-ignore
      return [...list, { ...preset, id, name: `${preset.name} (${list.length + 1})` }];
    }),
  );

/** Takes a material away; rooms that asked for it are decided anew. */
export const removeMaterial = (id: string): unknown =>
  edit('a material taken away', (job) => ({
    ...job,
    beneath: {
      ...job.beneath,
      materials: (job.beneath?.materials ?? []).filter((m) => m.id !== id),
      choices: (job.beneath?.choices ?? []).map((c) => ({
        ...c,
        ...(c.pad === id ? { pad: 'auto' as const } : {}),
        ...(c.film === id ? { film: 'auto' as const } : {}),
      })),
    },
  }));

/** What is tried first is first in the list. */
export const preferMaterial = (id: string): unknown =>
  edit('the material that is tried first', (job) =>
    withMaterials(job, (list) => [...list.filter((m) => m.id === id), ...list.filter((m) => m.id !== id)]),
  );

const freeName = (taken: readonly string[], stem: string): string => {
  for (let n = 1; ; n++) if (!taken.includes(`${stem}${n}`)) return `${stem}${n}`;
};
