import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { filesOfArchive } from './archive';

const zip = (files: Record<string, string>) =>
  zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])));

test('files come out with their folders; what makers leave behind does not', () => {
  const read = filesOfArchive(
    'a.zip',
    zip({ 'x/a.css': 'a', 'x/.DS_Store': 'b', '__MACOSX/x/a.css': 'c', 'b.json': '{}' }),
  );
  expect(
    'files' in read && read.files.map(({ name, bytes }) => [name, new TextDecoder().decode(bytes)]),
  ).toEqual([
    ['x/a.css', 'a'],
    ['b.json', '{}'],
  ]);
});

test.each(['../a.css', 'x/../../a.css', '/etc/a.css', 'C:\\a.css', 'x\\..\\..\\a.css'])(
  'the path %s leaves its folder and is refused',
  (name) => {
    expect(filesOfArchive('a.zip', zip({ [name]: 'a' }))).toMatchObject({
      problem: expect.stringContaining('leaves its folder'),
    });
  },
);

test('what unpacks to far more than it is packed, and too many files, are refused', () => {
  expect(filesOfArchive('a.zip', zip({ 'a.css': '0'.repeat(20 * 1024 * 1024) }))).toMatchObject({
    problem: expect.stringContaining('far more'),
  });
  const many = Object.fromEntries(Array.from({ length: 2001 }, (_, i) => [`${i}.css`, 'a']));
  expect(filesOfArchive('a.zip', zip(many))).toMatchObject({
    problem: expect.stringContaining('more than 2000 files'),
  });
});

test('bytes that are no archive are said to be none, whatever they are', () => {
  fc.assert(fc.property(fc.uint8Array({ maxLength: 400 }), (bytes) => void filesOfArchive('a.zip', bytes)));
  const real = zip({ 'a.css': 'body{}' });
  fc.assert(
    fc.property(fc.nat(real.length - 1), fc.integer({ min: 0, max: 255 }), (at, byte) => {
      const broken = real.slice();
      broken[at] = byte;
      filesOfArchive('a.zip', broken);
    }),
  );
  expect(filesOfArchive('a.zip', strToU8('hello'))).toMatchObject({
    problem: expect.stringContaining('not a readable ZIP archive'),
  });
});
