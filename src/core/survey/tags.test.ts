import fc from 'fast-check';
import { freeTag, tagProblem } from '.';

test('a tag is made of the first letters of a name', () => {
  expect(freeTag('Tea kitchen', [])).toBe('TEA');
  expect(freeTag('Küche', ['TEA', undefined])).toBe('KÜC');
  expect(freeTag('Tea room', ['TEA'])).toBe('TEAB');
  expect(freeTag('2', [])).toBe('RMX');
});

test('rooms that come one after the other all get tags that are right, each its own', () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom('Room', 'Room 2', 'Porch', 'Tea kitchen', '', '3'), { minLength: 1, maxLength: 60 }), (names) => {
      const tags: string[] = [];
      for (const name of names) {
        const tag = freeTag(name, tags);
        expect(tagProblem(tag, tags)).toBeNull();
        tags.push(tag);
      }
    }),
  );
});

test('a tag that is too long, no letters or taken is refused with what to write', () => {
  expect(tagProblem('KITCH', [])).toMatch(/Three or four letters/);
  expect(tagProblem('K1', [])).toMatch(/for example/);
  expect(tagProblem('kit', ['KIT'])).toMatch(/Another room/);
  expect(tagProblem('KIT', ['TEA'])).toBeNull();
});
