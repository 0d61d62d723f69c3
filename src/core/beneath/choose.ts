import { moistureOf, type Verdict } from '../base';
import { calledOf, type Base, type Job, type Material, type Product, type Space } from '../given';

/** What goes beneath one space, why, and what is wrong with it. */
export type Chosen = {
  readonly space: Space;
  readonly pad: Material | null;
  readonly film: Material | null;
  /** the way that the rolls are to run; null where the plan may choose */
  readonly direction: number | null;
  readonly why: { readonly pad: string; readonly film: string };
  readonly wrong: readonly { readonly rule: 'second-pad' | 'no-film' | 'pad-unknown'; readonly text: string }[];
};

/** What of a job decides what goes beneath. */
export type BeneathGiven = Pick<Job, 'beneath' | 'bases' | 'moistureLimits'>;

const isPad = (m: Material): boolean => m.kind !== 'film';

const WHY_FILM: Readonly<Record<Exclude<Verdict, 'fine'>, string>> = {
  film: 'the base gives off vapour',
  stop: 'the base is wet (and too wet to lay on yet)',
  unknown: 'the base may be wet, and nobody has read it',
};

/**
 * Decides what goes beneath a space: what was asked for, else a pad unless the planks carry one, and a film wherever the base is not known
 * to be dry.
 */
export function chosenFor(job: BeneathGiven, space: Space, product: Product): Chosen {
  const materials = job.beneath?.materials ?? [];
  const choice = job.beneath?.choices?.find((c) => c.space === space.id);
  const base = job.bases?.find((b) => b.space === space.id);
  const verdict = base ? moistureOf(base, job.moistureLimits).verdict : 'fine';
  const damp = verdict !== 'fine';
  const pad = padFor(materials, choice?.pad ?? (choice?.pad === null ? null : 'auto'), product, damp);
  const wanted = choice?.film === null ? null : (choice?.film ?? 'auto');
  const film =
    wanted === 'auto' && product.film === 'forbidden'
      ? FORBIDDEN
      : filmFor(materials, wanted, pad.material, damp || product.film === 'wanted', base);
  const wrong: Chosen['wrong'][number][] = [];
  if (pad.material && (product.attachedPad ?? 0) > 0)
    wrong.push({
      rule: 'second-pad',
      text: `${space.name || space.id}: ${product.name} carries its own pad. A second one lets the locks flex until they break, and voids the warranty: take ${calledOf(pad.material)} out.`,
    });
  if (damp && !film.material && !pad.material?.film)
    wrong.push({
      rule: 'no-film',
      text: `${space.name || space.id}: ${WHY_FILM[verdict]}, and no film lies beneath. ${
        product.film === 'forbidden'
          ? `${product.name} forbids one: this plank is wrong here until the base is dry.`
          : 'Vapour swells planks and feeds mould: lay a film, lapped and taped.'
      }`,
    });
  if (product.attachedPad === undefined && !pad.material && (choice?.pad === undefined || choice.pad === 'auto'))
    wrong.push({
      rule: 'pad-unknown',
      text: `${space.name || space.id}: nobody has said whether ${product.name} carries its own pad, so none is laid. Look on the box.`,
    });
  const direction = choice?.direction;
  return {
    space,
    pad: pad.material,
    film: film.material,
    direction: direction === undefined || direction === 'auto' ? null : direction,
    why: { pad: base?.heated && pad.material ? `${pad.why}; over heating only one that its maker allows there` : pad.why, film: film.why },
    wrong,
  };
}

const FORBIDDEN: Picked = { material: null, why: 'no film: the planks forbid one' };

type Picked = { readonly material: Material | null; readonly why: string };

function padFor(materials: readonly Material[], wanted: string | null, { attachedPad }: Product, damp: boolean): Picked {
  if (wanted === null) return { material: null, why: 'no pad: you asked for none' };
  if (wanted !== 'auto') return { material: materials.find((m) => m.id === wanted) ?? null, why: 'this pad: you asked for it' };
  if (attachedPad === undefined) return { material: null, why: 'no pad: nobody has said whether the planks carry their own' };
  if (attachedPad > 0) return { material: null, why: 'no pad: the planks carry their own, and a second one is never laid' };
  const pads = materials.filter(isPad);
  const noFilm = !materials.some((m) => m.kind === 'film');
  const sealed = damp && noFilm ? pads.find((m) => m.film) : undefined;
  if (sealed) return { material: sealed, why: 'a pad with its own film: the base asks for one, and there is no other film' };
  return pads[0]
    ? { material: pads[0], why: 'a pad: the planks have none of their own' }
    : { material: null, why: 'no pad: none is listed among the materials' };
}

function filmFor(
  materials: readonly Material[],
  wanted: string | null,
  pad: Material | null,
  damp: boolean,
  base: Base | undefined,
): Picked {
  if (wanted === null) return { material: null, why: 'no film: you asked for none' };
  if (wanted !== 'auto') return { material: materials.find((m) => m.id === wanted) ?? null, why: 'this film: you asked for it' };
  if (!damp) return { material: null, why: base ? 'no film: the base is dry' : 'no film: nobody has said what the base is' };
  if (pad?.film) return { material: null, why: `no film of its own: ${calledOf(pad)} carries one` };
  const film = materials.find((m) => m.kind === 'film');
  return film
    ? { material: film, why: 'a film: the base is not known to be dry' }
    : { material: null, why: 'no film: none is listed among the materials' };
}

/** What a material is refused for in a space; null where it may lie there. A person may insist, and then it stays said. */
export function refusalOf(material: Material, product: Product): string | null {
  if (isPad(material) && (product.attachedPad ?? 0) > 0) return 'the planks carry their own pad: a second one lets the locks flex';
  return null;
}
