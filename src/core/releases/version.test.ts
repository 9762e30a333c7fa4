import fc from 'fast-check';
import {
  compareVersions,
  isCandidate,
  nextCandidate,
  nextVersion,
  takesUnasked,
  versionOfCandidate,
} from './version';

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

test.each([
  // What a pin takes unasked of a release: with patches, with minor releases.
  ['1.2.3', '1.2.4', true, true],
  ['1.2.3', '1.2.10', true, true],
  ['1.2.3', '1.3.0', false, true],
  ['1.2.3', '2.0.0', false, false],
  ['1.2.3', '1.2.3', false, false],
  ['1.2.3', '1.2.2', false, false],
  ['1.2.3', '1.2.4-candidate.1', false, false],
  ['1.2.4-candidate.1', '1.2.4', false, false],
  ['0.2.3', '0.2.4', true, true],
  ['0.2.3', '0.3.0', false, false],
  ['0.9.9', '1.0.0', false, false],
])('who has %s takes %s unasked: %s with patches, %s with minor releases', (has, version, patches, minors) => {
  expect([takesUnasked('ask', has, version), takesUnasked('patches', has, version), takesUnasked('minors', has, version)]).toEqual([false, patches, minors]);
}); // prettier-ignore

test('no release that breaks is taken unasked, whatever came before', () => {
  const versions = fc.tuple(fc.nat(3), fc.nat(9), fc.nat(9)).map((numbers) => numbers.join('.'));
  fc.assert(
    fc.property(versions, fc.array(fc.constantFrom('patch', 'minor', 'major'), { minLength: 1, maxLength: 6 }), (has, bumps) => {
      let version = has;
      for (const bump of bumps) version = nextVersion(version, bump as 'patch');
      for (const policy of ['patches', 'minors'] as const)
        if (takesUnasked(policy, has, version)) expect(bumps).not.toContain('major');
    }),
  );
}); // prettier-ignore
