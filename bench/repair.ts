import type { Job, Plan } from '../src/core/given';
import { asItLies, groundOfSite, siteOf } from '../src/core/lay';
import { planJob } from '../src/core/plan';
import { repairOf } from '../src/core/repair';
import { liftedBySearch } from '../test/lifted';
import { chanceOf } from './attack/chance';
import { eventsOf, logText } from '../test/happenings';
import { houses } from '../test/houses';

const must = <T>(result: { ok: true; value: T } | { ok: false; problems: readonly { text: string }[] }): T => {
  if (!result.ok) throw new Error(result.problems[0]!.text);
  return result.value;
};

/** 2,000 random planks of the 20 houses, all laid: rows and pieces to lift against trying every pair of edges; how long an answer takes. */
export function measureRepair(): void {
  const chance = chanceOf(17);
  const times: number[] = [];
  const ways = { lift: 0, slide: 0, inlay: 0 };
  let [asked, unlike] = [0, 0];
  for (const job of houses(20, 2026)) {
    const knocked: Job = { ...job, product: { ...job.product, lock: 'tap' } };
    const plan: Plan = must(planJob(knocked));
    const lines = plan.floors.flatMap((f) => f.rows.map((r) => ({ what: 'laid', floor: f.id, row: r.n })));
    const site = must(siteOf(eventsOf(logText(knocked, plan, lines)), groundOfSite(knocked)));
    const laid = asItLies(plan, site);
    for (let k = 0; k < 100; k++) {
      const floor = laid[Math.floor(chance() * laid.length)]!;
      const piece = floor.pieces[Math.floor(chance() * floor.pieces.length)]!;
      const begun = performance.now();
      const { routes } = must(repairOf(knocked, site, [`${floor.id}/${piece.id}`]));
      times.push(performance.now() - begun);
      asked++;
      ways[routes[0]!.way]++;
      for (const side of ['first', 'last'] as const) {
        const own = routes.find((r) => r.from?.side === side)!;
        const found = liftedBySearch(floor, piece.id, side);
        if (own.rows !== found.rows || own.pieces !== found.pieces) unlike++;
      }
    }
  }
  times.sort((a, b) => a - b);
  console.log(
    `repair: ${asked} planks of 20 houses, both sides: unlike what trying every pair of edges finds ${unlike}; median ${times[asked >> 1]!.toFixed(0)} ms, worst ${times[asked - 1]!.toFixed(0)} ms; least work: lift ${ways.lift}, slide ${ways.slide}, inlay ${ways.inlay}`,
  );
}
