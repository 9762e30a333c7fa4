import fc from 'fast-check';
import { compareVersions, isCandidate, nextCandidate, nextVersion, versionOfCandidate } from './version';

// SemVer 2.0.0, section 11: the order of its own example, and numbers by their size.
test('versions stand in the order of the standard', () => {
  const order = ['1.0.0-alpha', '1.0.0-alpha.1', '1.0.0-beta.2', '1.0.0-beta.11', '1.0.0-rc.1', '1.0.0', '2.0.0', '2.1.0', '2.1.1']; // prettier-ignore
  expect([...order].reverse().sort(compareVersions)).toEqual(order);
});

test.each([
  [undefined, 'major', '1.0.0'],
  ['1.2.3', 'none', '1.2.3'],
  ['1.2.3', 'patch', '1.2.4'],
  ['1.2.3', 'minor', '1.3.0'],
  ['1.2.3', 'major', '2.0.0'],
  ['0.2.3', 'major', '0.3.0'],
] as const)('after %s a change that is %s makes %s', (last, bump, next) => {
  expect(nextVersion(last, bump)).toBe(next);
});

test.each([
  ['1.2.0', [], '1.2.0-candidate.1'],
  ['1.2.0', ['1.1.0-candidate.7', '1.1.0'], '1.2.0-candidate.1'],
  ['1.2.0', ['1.2.0-candidate.9', '1.2.0-candidate.10', '1.1.0'], '1.2.0-candidate.11'],
  // What somebody brought who counts otherwise.
  ['1.2.0', ['1.2.0-rc.4', '1.2.0-beta'], '1.2.0-candidate.5'],
])('the next candidate for %s after %j is %s', (version, known, next) => {
  expect(nextCandidate(version, known)).toBe(next);
});

test('whatever is released, a candidate comes after the last release and before what it is for', () => {
  const versions = fc.tuple(fc.nat(9), fc.nat(9), fc.nat(9)).map((numbers) => numbers.join('.'));
  fc.assert(
    fc.property(versions, fc.constantFrom('patch', 'minor', 'major'), fc.nat(12), (last, bump, count) => {
      const next = nextVersion(last, bump as 'patch');
      const known = [last];
      for (let i = 0; i <= count; i++) known.push(nextCandidate(next, known));
      const candidate = known.at(-1)!;
      expect([isCandidate(candidate), isCandidate(next)]).toEqual([true, false]);
      expect(versionOfCandidate(candidate)).toBe(next);
      expect([...known, next].sort(compareVersions)).toEqual([...known, next]);
    }),
  );
});
