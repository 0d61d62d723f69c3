import { layerUntruths, type PrintedBeneath } from '../test/layers';
import { createAsker } from '../src/core/answer';
import { ANSWERS } from '../src/core/answers';
import { PRESET_MATERIALS, type Job } from '../src/core/given';
import { houses } from '../test/houses';

/** A seeded house whose rooms stand on concrete, two of three, and on boards. */
const onBases = (job: Job, first: 'foam' | 'boards'): Job => ({
  ...job,
  beneath: { materials: [...PRESET_MATERIALS].sort((a, b) => Number(b.id === first) - Number(a.id === first)), choices: [] },
  bases: job.spaces.map((s, i) => ({ space: s.id, substrate: i % 3 < 2 ? ('concrete' as const) : ('boards' as const) })),
});

/** 20 seeded houses: rolls against the area bound and against strip-by-strip practice, every layer true, and how long it takes. */
export function measureBeneath(): void {
  for (const first of ['foam', 'boards'] as const) {
    const sums = { rolls: 0, plain: 0, bound: 0, more: 0, boards: 0, boardBound: 0, untrue: 0 };
    const times: number[] = [];
    for (const house of houses(20, 1)) {
      const given = { job: onBases(house, first), log: [] };
      const asker = createAsker();
      const floors = asker.ask(ANSWERS.floors, given);
      asker.ask(ANSWERS.setOut, given);
      const begun = performance.now();
      const made = asker.ask(ANSWERS.beneath, given);
      times.push(performance.now() - begun);
      if (!floors.ok || !made.ok) throw new Error('a house that cannot be laid');
      for (const { material, rolls, plain } of made.value.totals) {
        const laid = made.value.layers.filter((l) => l.material === material).reduce((sum, l) => sum + l.laid, 0);
        const bound = Math.ceil(laid / (material.length * material.width) - 1e-9);
        if (plain === null) {
          sums.boards += rolls;
          sums.boardBound += bound;
          continue;
        }
        sums.rolls += rolls;
        sums.plain += plain;
        sums.bound += bound;
        if (rolls > plain) sums.more++;
      }
      sums.untrue += layerUntruths(given.job, floors.value, JSON.parse(ANSWERS.beneath.verb!.print(made.value, given)) as PrintedBeneath).length; // prettier-ignore
    }
    times.sort((a, b) => a - b);
    console.log(
      `beneath, ${first} over film: 20 houses, rolls ${sums.rolls}, strip by strip ${sums.plain} (${(100 * (1 - sums.rolls / sums.plain)).toFixed(1)} % fewer; more in ${sums.more} houses), area bound ${sums.bound}${sums.boards > 0 ? `; boards ${sums.boards}, area bound ${sums.boardBound}` : ''}; untrue ${sums.untrue}; median ${times[10]!.toFixed(0)} ms, slowest ${times[19]!.toFixed(0)} ms`,
    );
  }
}
