import type { Base, Substrate } from '../given';

/** One thing to do or look for at a base, why, and what comes of leaving it. */
export type Check = {
  readonly id: string;
  readonly text: string;
  readonly why: string;
  readonly otherwise: string;
  /** the caution that must have been read before */ readonly caution?: CautionId;
};

export type CautionId = 'strips' | 'asbestos' | 'lead' | 'silica' | 'licensed';
/** What can hurt somebody, and what to do about it. Local rules come first. */
export type Caution = { readonly id: CautionId; readonly title: string; readonly text: string };

/** Buildings since these years hardly hold the stuff any more; earlier ones may. Countries differ: presets, local rules decide. */
export const ASBESTOS_UNTIL = 2000;
export const LEAD_UNTIL = 1980;

const CAUTIONS: Readonly<Record<CautionId, Caution>> = {
  strips: {
    id: 'strips',
    title: 'Gripper strips are sharp',
    text: 'Their nails point up and go through a sole. Gloves and eye protection; prise up one length at a time, box it at once, nobody steps on them.',
  },
  asbestos: {
    id: 'asbestos',
    title: 'Old tiles and glue may hold asbestos',
    text: 'Do not scrape, sand, grind or break them before a sample has been tested. If it holds any, or nobody knows: stop, leave it covered, and call people licensed for it. Local rules come first.',
  },
  lead: {
    id: 'lead',
    title: 'Old paint may hold lead',
    text: 'Do not sand or heat it before it has been tested. Keep children away, wet the work, and follow the local rules on removing it.',
  },
  silica: {
    id: 'silica',
    title: 'Concrete dust harms lungs for good',
    text: 'Grinding frees silica. Only with a shroud and an extractor made for it, a mask of the class that local rules ask for, windows open, nobody else in the room.',
  },
  licensed: {
    id: 'licensed',
    title: 'Wires, gas and what holds the house up',
    text: 'Before screws or a blade go deep: find out what runs beneath. Cables, gas pipes, heating circuits and joists that are cracked or rotten are for licensed people. Stop and call them.',
  },
};

/** What decides which checks and cautions a base asks for. */
export type Inspected = Pick<Base, 'substrate' | 'belowGround' | 'heated' | 'built'>;

const earlier = (built: number | undefined, year: number): boolean => built === undefined || built < year;

/** The cautions of a base, those first that come first in the work. An unknown year counts as an early one. */
export function cautionsOf({ substrate, heated, built }: Inspected): readonly Caution[] {
  const ids: CautionId[] = ['strips'];
  if (earlier(built, ASBESTOS_UNTIL)) ids.push('asbestos');
  if (earlier(built, LEAD_UNTIL)) ids.push('lead');
  if (substrate === 'concrete' || substrate === 'screed' || substrate === 'gypsum' || substrate === 'tile') ids.push('silica');
  if (substrate === 'boards' || substrate === 'sheet' || heated) ids.push('licensed');
  return ids.map((id) => CAUTIONS[id]);
}

const WOOD: readonly Substrate[] = ['boards', 'sheet'];
const STONE: readonly Substrate[] = ['concrete', 'screed', 'gypsum', 'tile'];

/** The checks that fit a base, in order of work. */
export function checksOf(base: Inspected): readonly Check[] {
  const { substrate, belowGround, heated, built } = base;
  const has = new Set(cautionsOf(base).map((c) => c.id));
  const [wood, stone] = [WOOD.includes(substrate), STONE.includes(substrate)];
  const list: (Check | false | undefined)[] = [
    {
      id: 'strip-out',
      text: 'Carpet and pad are out: cut in strips, rolled, carried.',
      why: 'A whole roll is too heavy, and pad under planks lets them sink.',
      otherwise: 'Two soft layers: the locks break as people walk.',
    },
    {
      id: 'gripper',
      text: 'Gripper strips are prised up and boxed at once.',
      why: 'They stand higher than the gap is deep.',
      otherwise: 'Planks ride on them along the wall, and nails come through.',
      caution: 'strips',
    },
    {
      id: 'staples',
      text: 'Staples are out: drag a scraper or a hammer’s side over the floor, listen, pull with pliers.',
      why: 'Pad was stapled every few centimetres; most cannot be seen.',
      otherwise: 'They print through thin vinyl in time and crunch under laminate.',
    },
    {
      id: 'fasteners',
      text: 'Nails and screws stand below the surface: run a blade flat over them; what clicks is proud.',
      why: 'A head of half a millimetre is a hump for a plank.',
      otherwise: 'It rocks there, and shines through thin vinyl.',
    },
    wood && {
      id: 'screw-boards',
      text: 'A screw beside every nail, in every board, at every joist.',
      why: 'Nails let go as boards dry; screws hold.',
      otherwise: 'Loose boards squeak under the new floor, where nobody can reach them.',
      caution: 'licensed',
    },
    wood && {
      id: 'squeaks',
      text: 'Walk it, heel first: squeaks are found and screwed down.',
      why: 'It is the last time that anyone can get at them.',
      otherwise: 'The squeak stays for the life of the floor.',
    },
    wood && {
      id: 'missed-joist',
      text: 'Screws that only spin are out: they missed the joist.',
      why: 'They hold nothing and creep up.',
      otherwise: 'The head rises under the plank.',
      caution: 'licensed',
    },
    wood && {
      id: 'soft',
      text: 'Soft, springy or dark boards are looked at from below.',
      why: 'Rot and broken joists are no matter for compound.',
      otherwise: 'The floor gives way with what stands on it.',
      caution: 'licensed',
    },
    substrate === 'sheet' && {
      id: 'sheet-edges',
      text: 'Swollen edges of sheets are sanded flat, joints filled.',
      why: 'A swollen joint is a ridge from wall to wall.',
      otherwise: 'Planks across it rock, and their ends open.',
    },
    stone && {
      id: 'hollow',
      text: 'Knock it over with a stick: hollow places are marked and opened.',
      why: 'What is loose now breaks under a pour.',
      otherwise: 'It crumbles and clicks under the floor.',
      caution: 'silica',
    },
    stone && {
      id: 'cracks',
      text: 'Cracks are looked at: both sides equally high, nothing moving.',
      why: 'A crack that moves goes on moving under the floor.',
      otherwise: 'A step grows under the planks.',
    },
    substrate === 'tile' && {
      id: 'loose-tiles',
      text: 'Loose tiles are out, their beds filled; joints deeper than the pad are filled.',
      why: 'A tile that rocks is a pump.',
      otherwise: 'It clicks with every step.',
      caution: has.has('asbestos') ? 'asbestos' : undefined,
    },
    substrate === 'old-floor' && {
      id: 'old-firm',
      text: 'The old floor lies firm on its base everywhere, and is one hard layer.',
      why: 'A floating floor on a floating floor sinks twice.',
      otherwise: 'Locks break; the warranty is void.',
    },
    {
      id: 'glue',
      text: 'Old glue is scraped off till nothing stands up or sticks.',
      why: 'Ridges of glue are humps, and some soften vinyl.',
      otherwise: 'They print through; some stain.',
      caution: has.has('asbestos') ? 'asbestos' : undefined,
    },
    earlier(built, LEAD_UNTIL) && {
      id: 'paint',
      text: 'Old paint that has to be sanded has been tested.',
      why: 'It may hold lead.',
      otherwise: 'The dust is poison, above all to children.',
      caution: 'lead',
    },
    heated && {
      id: 'heating',
      text: 'The heating was run up and down by its protocol, and is off or at laying warmth.',
      why: 'A base that has never been heated still holds water.',
      otherwise: 'It dries, cracks and moves under the finished floor.',
      caution: 'licensed',
    },
    belowGround && {
      id: 'damp-edges',
      text: 'Walls’ feet and corners are dry: no salt, no dark edge, no smell.',
      why: 'Water comes in where wall and floor meet.',
      otherwise: 'Mould under the floor.',
    },
    {
      id: 'holes',
      text: 'Holes, joints and knots are plugged before anything is poured, the plugs cut flush.',
      why: 'Compound runs like water and finds every hole.',
      otherwise: 'It ends up in the room below.',
    },
    {
      id: 'swept',
      text: 'Swept, then every square hand vacuumed.',
      why: 'One crumb in a lock keeps it open, and primer sticks to no dust.',
      otherwise: 'Joints that do not close; compound that comes off.',
    },
  ];
  return list.filter((c): c is Check => Boolean(c)).map((c) => (c.caution && !has.has(c.caution) ? { ...c, caution: undefined } : c));
}

/** What is still to be done at a base: cautions not read, checks not ticked. */
export function openAt(base: Base): { readonly cautions: readonly Caution[]; readonly checks: readonly Check[] } {
  const read = new Set(base.cautions?.map((c) => c.id));
  const done = new Set(base.checks?.map((c) => c.id));
  return { cautions: cautionsOf(base).filter((c) => !read.has(c.id)), checks: checksOf(base).filter((c) => !done.has(c.id)) };
}
