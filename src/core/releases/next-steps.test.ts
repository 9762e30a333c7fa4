import { nextSteps, type LibraryStanding, type ProductStanding } from './next-steps';

const library = (more: Partial<LibraryStanding> = {}): LibraryStanding => ({
  name: 'Keel',
  slug: 'keel',
  isEmpty: false,
  last: '1.1.0',
  isChanged: false,
  parent: null,
  ...more,
});
const product = (more: Partial<ProductStanding> = {}): ProductStanding => ({
  name: 'Booking site',
  slug: 'booking-site',
  screens: 2,
  pins: [],
  ...more,
});
const pin = { library: 'Keel', slug: 'keel', version: '1.0.0', withdrawn: null, newest: null };
const failed = { kind: 'job', title: 'Scan of Booking site failed', href: '/products/booking-site/code' };
const added = { kind: 'people', title: 'Osei made you a maintainer of Boards', href: '/people' };

test.each<[string, Parameters<typeof nextSteps>, [why: RegExp, label: string, href: string][]]>([
  ['nothing waits', [[library()], [product({ pins: [pin] })], []], []],
  [
    'a release was withdrawn, another is offered',
    [[], [product({ pins: [{ ...pin, withdrawn: 'The focus ring is gone', newest: '1.1.0' }] })], []],
    [[/^Keel 1\.0\.0, which Booking site has, was withdrawn: The focus ring is gone\.$/, 'Review Keel 1.1.0', '/products/booking-site/upgrade/keel/1.1.0']],
  ],
  [
    'a release was withdrawn, and nothing else is offered',
    [[library({ name: 'Hull', slug: 'hull', parent: { ...pin, withdrawn: 'Too early.' } })], [], []],
    [[/: Too early\.$/, 'Open Hull', '/libraries/hull/releases']],
  ],
  [
    'an upgrade of a product and of a library',
    [[library({ name: 'Hull', slug: 'hull', parent: { ...pin, newest: '1.1.0' } })], [product({ pins: [{ ...pin, newest: '1.1.0' }] })], []],
    [
      [/^Keel 1\.1\.0 is out\. Booking site has 1\.0\.0\.$/, 'Review upgrade', '/products/booking-site/upgrade/keel/1.1.0'],
      [/^Keel 1\.1\.0 is out\. Hull has 1\.0\.0\.$/, 'Review upgrade', '/libraries/hull/releases/parent/1.1.0'],
    ],
  ],
  [
    'changes since a release, and a first release',
    [[library({ isChanged: true }), library({ name: 'Boards', slug: 'boards', last: null })], [], []],
    [
      [/^Keel has changes since 1\.1\.0 that are not released\.$/, 'Review changes', '/libraries/keel/releases'],
      [/^Boards is not released yet\.$/, 'Review changes', '/libraries/boards/releases'],
    ],
  ],
  [
    'what has only begun',
    [[library({ name: 'Harbour', slug: 'harbour', isEmpty: true, last: null })], [product({ screens: 0 })], []],
    [
      [/^Harbour has no tokens yet\.$/, 'Import files', '/libraries/harbour/import'],
      [/^Booking site has no screens yet\.$/, 'Open Booking site', '/products/booking-site'],
    ],
  ],
  [
    'messages: what failed comes before work, what was told comes after, and nothing twice',
    [
      [library({ isChanged: true })],
      [product({ pins: [{ ...pin, newest: '1.1.0' }] })],
      [added, { kind: 'upgrade', title: 'Keel 1.1.0 is out', href: '/products/booking-site/upgrade/keel/1.1.0' }, failed],
    ],
    [
      [/^Scan of Booking site failed\.$/, 'See what failed', '/products/booking-site/code'],
      [/^Keel 1\.1\.0 is out/, 'Review upgrade', '/products/booking-site/upgrade/keel/1.1.0'],
      [/^Keel has changes/, 'Review changes', '/libraries/keel/releases'],
      [/^Osei made you a maintainer of Boards\.$/, 'Open message', '/inbox'],
    ],
  ],
  [
    'somebody who maintains nothing',
    [[], [], [], [{ name: 'Keel', slug: 'keel', version: '1.1.0' }, { name: 'Hull', slug: 'hull', version: '1.0.0' }]],
    [[/^Keel 1\.1\.0 is the newest release\.$/, 'Read guides', '/libraries/keel/guides']],
  ],
  ['nobody, where nothing is released', [[], [], []], []],
])('%s', (_, given, steps) => {
  expect(nextSteps(...given).map(({ why, label, href }) => [why, label, href])).toEqual(
    steps.map(([why, label, href]) => [expect.stringMatching(why), label, href]),
  );
}); // prettier-ignore
