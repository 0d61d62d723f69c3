import { offerSchema, takenOrderSchema } from '@/core/order';
import { POST } from './route';

const asked = (body: unknown, origin?: string) =>
  POST(new Request('http://127.0.0.1:4000/api/devices/supplier', { method: 'POST', headers: { host: '127.0.0.1:4000', ...(origin ? { origin } : {}) }, body: typeof body === 'string' ? body : JSON.stringify(body) })); // prettier-ignore
const lines = [{ item: 'tape', packs: 2 }];

// now and then it is away by itself; it keeps the clock that it is made with
let time = Date.now();
jest.spyOn(Math, 'random').mockReturnValue(0.9);
jest.spyOn(Date, 'now').mockImplementation(() => time);

test('it offers and takes orders in the words that a page reads', async () => {
  const offered = (await (await asked({ do: 'offers', lines })).json()) as { name: string; offers: unknown[] };
  expect(offered.name).not.toBe('');
  expect(offered.offers.map((o) => offerSchema.parse(o).item)).toEqual(['tape']);
  const { taken } = (await (await asked({ do: 'order', lines })).json()) as { taken: unknown };
  expect(takenOrderSchema.parse(taken).deliveries[0]!.lines).toMatchObject([{ item: 'tape', packs: 2 }]);
});

test('what is not there is refused in words, and so is what it does not know', async () => {
  const much = await asked({ do: 'order', lines: [{ item: 'tape', packs: 90_000 }] });
  expect([much.status, ((await much.json()) as { problems: { text: string }[] }).problems[0]!.text]).toEqual([
    422,
    expect.stringContaining('not 90000'),
  ]);
  for (const wrong of ['{', { do: 'beg' }, { do: 'offers', lines: [] }, { do: 'order', lines: [{ item: 'tape', packs: -1 }] }])
    expect((await asked(wrong)).status).toBe(422);
  expect((await asked({ do: 'offers', lines }, 'http://elsewhere')).status).toBe(403);
});

test('while it is away that is said, with what to do, and it comes back', async () => {
  await asked({ do: 'outage' });
  const away = await asked({ do: 'offers', lines });
  expect(away.status).toBe(503);
  expect(((await away.json()) as { problems: { text: string }[] }).problems[0]!.text).toContain('ask again');
  time += 60_000;
  expect((await asked({ do: 'offers', lines })).status).toBe(200);
});
