import { answer } from '../answer';
import { floors, type Floor } from '../floors';
import { round3, round6, roundPoint } from '../geometry';
import { good, groundsOf, surveyOf, type Job, type Material, type Space } from '../given';
import { setOut } from '../setout';
import { chosenFor, type Chosen } from './choose';
import { layersOf, type Layer, type Roll } from './layers';

/** What one material comes to. */
export type MaterialTotal = {
  readonly material: Material;
  readonly rolls: number;
  readonly packs: number;
  /** of the rolls that are opened, beyond what is laid */
  readonly wastePercent: number;
  /** what strip-by-strip practice would open; null for boards */
  readonly plain: number | null;
};

export type BeneathFinding = {
  readonly rule: 'second-pad' | 'no-film' | 'pad-unknown';
  readonly level: 'must' | 'should';
  readonly floor: string;
  readonly space: string;
  readonly at: [number, number];
  readonly text: string;
};

/** Everything that lies between base and planks. */
export type BeneathReport = {
  readonly layers: readonly Layer[];
  readonly rolls: readonly Roll[];
  readonly totals: readonly MaterialTotal[];
  /** metres over the seams of what is taped */
  readonly tape: number;
  /** mm by which what lies beneath lifts the planks */
  readonly stack: readonly { readonly space: string; readonly height: number }[];
  readonly chosen: readonly Chosen[];
  readonly findings: readonly BeneathFinding[];
};

const tapeOf = ({ material, seams }: Layer): number => (material.tape ? seams : 0);

export const beneath = answer({
  name: 'beneath',
  bounded: /^beneath\.materials/,
  after: { floors, setOut },
  takes: ({ job }) => ({
    ...surveyOf(job),
    beneath: job.beneath,
    ...groundsOf(job),
  }),
  work(job, before) {
    const grounds = before.floors.map((floor, i) => ({
      floor,
      setOut: before.setOut[i]!.setOut,
      chosen: floor.spaces.map((space) => chosenFor(job, space, floor.product)),
    }));
    const chosen = grounds.flatMap((g) => g.chosen);
    const { layers, rolls, plain } = layersOf(grounds);
    return good<BeneathReport>({
      layers,
      rolls,
      totals: [...new Set(rolls.map((r) => r.material))].map((material) =>
        totalOf(material, rolls, layers, plain.get(material.id) ?? null),
      ),
      tape: layers.reduce((sum, l) => sum + tapeOf(l), 0),
      stack: job.spaces.map(({ id }) => {
        const own = chosen.find((c) => c.space.id === id);
        return { space: id, height: (own?.film?.thickness ?? 0) + (own?.pad?.thickness ?? 0) };
      }),
      chosen,
      findings: grounds.flatMap(({ floor, chosen: own }) => wrongBeneath(floor, own)),
    });
  },
  verb: {
    about: 'what lies beneath each room: pads and films, their pieces on their rolls, tape, and how high it lifts the floor',
    print: (report: BeneathReport, { job }) => `${JSON.stringify(reportText(report, job))}\n`,
  },
});

/** What is wrong with what was chosen for the rooms of a floor. */
export const wrongBeneath = (floor: Pick<Floor, 'id'>, chosen: readonly Chosen[]): readonly BeneathFinding[] =>
  chosen.flatMap(({ space, wrong }) =>
    wrong.map((w): BeneathFinding => ({
      ...w,
      level: w.rule === 'pad-unknown' ? 'should' : 'must',
      floor: floor.id,
      space: space.id,
      at: placeIn(space),
    })),
  );

/** About the middle of a room. */
function placeIn({ outline }: Space): [number, number] {
  const mean = (k: 0 | 1) => outline.reduce((sum, p) => sum + p[k], 0) / outline.length;
  return roundPoint([mean(0), mean(1)]);
}

function totalOf(material: Material, rolls: readonly Roll[], layers: readonly Layer[], plain: number | null): MaterialTotal {
  const many = rolls.filter((r) => r.material === material).length;
  const laid = layers.filter((l) => l.material === material).reduce((sum, l) => sum + l.laid, 0);
  return {
    material,
    rolls: many,
    packs: Math.ceil(many / (material.perPack ?? 1)),
    wastePercent: 100 * ((many * material.length * material.width) / laid - 1),
    plain,
  };
}

function reportText({ layers, rolls, totals, tape, stack, findings }: BeneathReport, job: Job): object {
  return {
    format: 'pitsaw/beneath',
    version: 1,
    job: job.name,
    layers: layers.map((layer) => ({
      floor: layer.floor,
      kind: layer.kind,
      material: layer.material.id,
      spaces: layer.spaces,
      direction: round6(layer.direction),
      reasons: layer.reasons,
      pieces: layer.pieces.map(({ id, space, outline, roll, cut }) => ({
        id,
        space,
        // one ring, or rings where the piece has a hole, as a plan file has it
        outline: outline.length === 1 ? outline[0]!.map(roundPoint) : outline.map((ring) => ring.map(roundPoint)),
        roll,
        cut: { from: round3(cut.from), to: round3(cut.to), low: round3(cut.low), high: round3(cut.high) },
      })),
      tape: round3(tapeOf(layer)),
    })),
    rolls: rolls.map(({ n, material }) => ({ n, material: material.id, length: round3(material.length), width: round3(material.width) })),
    totals: totals.map(({ material, rolls: many, packs, wastePercent, plain }) => ({
      material: material.id,
      rolls: many,
      packs,
      wastePercent: round3(wastePercent),
      ...(plain === null ? {} : { stripByStrip: plain }),
    })),
    tape: round3(tape),
    stack: stack.map(({ space, height }) => ({ space, height: round3(height) })),
    findings,
  };
}
