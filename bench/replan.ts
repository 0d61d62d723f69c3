import { floorsOf } from '../src/core/floors';
import { newJob, readLogText, type Job, type Plan } from '../src/core/given';
import { groundOfSite, siteOf, withWalls, type Site } from '../src/core/lay';
import { planJob } from '../src/core/plan';
import { planFromHere } from '../src/core/replan';
import { misused, thrownAway } from '../test/replans';
import { untruths } from '../test/truth';
import { dayOnSite, eventsOf, happenings, KINDS, logText } from '../test/happenings';
import { houses } from '../test/houses';

const middle = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;
const must = <T>(result: { ok: true; value: T } | { ok: false; problems: readonly { text: string }[] }): T => {
  if (!result.ok) throw new Error(result.problems[0]!.text);
  return result.value;
};

/** Limits that are broken where not every piece that has to do with it lies. */
const brokenByThePlan = (plan: Plan, before: Plan): number =>
  Math.max(0, plan.findings.filter((f) => f.level === 'must' && f.rule !== 'short' && f.rule !== 'gap').length - before.findings.filter((f) => f.level === 'must').length); // prettier-ignore

/** The 20 houses after each kind of happening at a random row: how long it takes, what it costs, whether it is true. */
export function measureReplan(): void {
  const all: number[] = [];
  let wrong = 0;
  let [planks, anew] = [0, 0];
  const list = houses(20, 2026).map((job) => ({ job, plan: must(planJob(job)) }));
  for (const kind of KINDS) {
    const times: number[] = [];
    const sums = { more: 0, broken: 0, spoilt: 0, pieces: 0 };
    list.forEach(({ job, plan }, h) => {
      const lines = happenings(job, plan, kind, h * 100 + 7);
      if (!lines) return;
      const site = must(siteOf(eventsOf(logText(job, plan, lines)), groundOfSite(job)));
      const begun = performance.now();
      const ways = must(planFromHere(job, site));
      times.push(performance.now() - begun);
      const [best] = ways;
      sums.more += best!.changes.planks;
      sums.broken += brokenByThePlan(best!.plan, plan);
      sums.spoilt += best!.changes.spoilt.length;
      sums.pieces += best!.changes.pieces;
      wrong += ways.reduce((sum, w) => sum + wrongIn(job, site, w.plan), 0);
      if (['broken', 'lost', 'cut-at'].includes(kind)) {
        planks += best!.plan.totals.planks;
        anew += must(planFromHere(job, { ...site, parts: [] })).reduce((least, w) => Math.min(least, w.plan.totals.planks), Infinity);
      }
    });
    all.push(...times);
    console.log(
      `replan after ${kind}: ${times.length} houses, median ${middle(times).toFixed(0)} ms, worst ${Math.max(...times).toFixed(0)} ms; planks ${sums.more >= 0 ? '+' : ''}${sums.more}, limits broken more ${sums.broken}, sawn pieces spoilt ${sums.spoilt}, pieces changed ${sums.pieces}`,
    );
  }
  console.log(`replan in all: median ${middle(all).toFixed(0)} ms, worst ${Math.max(...all).toFixed(0)} ms, untrue ${wrong}; planks ÷ planks with nothing sawn to keep ${(planks / anew).toFixed(4)}`); // prettier-ignore
}

function wrongIn(job: Job, site: Site, plan: Plan): number {
  const floors = floorsOf(withWalls(job, site.walls));
  return (floors.ok ? untruths(job, floors.value, plan).length : 1) + misused(job, site, plan).length;
}

/** 2,000 days by chance in small rooms: the log replays, what lies stays, ways on are true. */
export function measureDays(): void {
  const sums = { days: 0, lines: 0, refused: 0, ways: 0, wrong: 0, unlike: 0, sawn: 0, thrown: 0, forced: 0 };
  for (let seed = 1; seed <= 2000; seed++) {
    const job: Job = { ...newJob('Chance', 'metric', 2600 + ((seed * 37) % 2400), 1800 + ((seed * 53) % 1400)), kerf: 3 };
    const made = planJob(job, { steps: 150 });
    if (!made.ok) continue;
    const day = dayOnSite(job, made.value, seed, 40, (site) => {
      const ways = planFromHere(job, site, { steps: 100 });
      if (!ways.ok) return null;
      sums.ways++;
      sums.wrong += wrongIn(job, site, ways.value[0]!.plan);
      const away = thrownAway(site, ways.value[0]!.plan);
      sums.sawn += away.sawn;
      sums.thrown += away.thrown;
      sums.forced += away.forced;
      return ways.value[0]!.plan;
    });
    const read = must(readLogText(day.lines.map((l) => `${JSON.stringify(l)}\n`).join('')));
    const site = siteOf(read, groundOfSite(job));
    sums.days++;
    sums.lines += day.lines.length;
    sums.refused += day.refused;
    if (!site.ok) sums.unlike++;
  }
  console.log(`days by chance: ${JSON.stringify(sums)}`);
}
