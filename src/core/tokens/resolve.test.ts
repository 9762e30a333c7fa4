import fc from 'fast-check';
import { isObject, sameJson, toPlain, type Json, type JsonObject } from '../base/json/json';
import { readJson } from '../base/json/read';
import { aliasPath, authoredValue, getMember, pointerTarget } from './references';
import { openTokens } from './open';
import { deprecationOf } from './tier';
import { Resolution } from './resolve';
import { combinations, holds, parentPath, type Context, type TokenSystem } from './system';
import { readDeclarations } from './read';
import { cssLine, cssText } from './css-text';

/** The plainest reading of the rules, one token and one combination at a time: what `Resolution` must agree with. */
function naive(
  system: TokenSystem,
  path: string,
  context: Context,
  trail: string[] = [],
): { type: string; value: Json } | undefined {
  if (trail.includes(path)) return undefined;
  const declarations = system.sources
    .filter((s) => holds(s.when, context))
    .map((s) => s.tokens.get(path))
    .filter((d) => d !== undefined);
  const last = declarations.at(-1);
  if (!last) return undefined;
  const raw = authoredValue(last)!;
  let type = declarations
    .map((d) => d.get('$type'))
    .filter((t) => t !== undefined)
    .at(-1) as string | undefined;
  const follow = (ref: Json): { type?: string; value: Json } | undefined => {
    if (typeof ref === 'string') return naive(system, aliasPath(ref)!, context, [...trail, path]);
    const target = pointerTarget((ref as JsonObject).get('$ref') as string)!;
    const whole = naive(system, target.path, context, [...trail, path]);
    let value: Json | undefined = whole?.value;
    for (const segment of target.part) value = value === undefined ? undefined : getMember(value, segment);
    return value === undefined ? undefined : { value, type: target.part.length ? undefined : whole!.type };
  };
  const isRef = (json: Json) =>
    (typeof json === 'string' && aliasPath(json) !== undefined) || (isObject(json) && json.has('$ref'));
  const groupType = () => {
    for (let at = parentPath(path); ; at = parentPath(at)) {
      const own = system.sources
        .filter((s) => holds(s.when, context))
        .map((s) => s.groups.get(at)?.get('$type'))
        .filter((t) => t !== undefined)
        .at(-1);
      if (own !== undefined || at === '') return own as string | undefined;
    }
  };
  const deep = (json: Json): Json | undefined => {
    if (isRef(json)) return follow(json)?.value;
    if (Array.isArray(json)) {
      const items = json.map(deep);
      return items.includes(undefined) ? undefined : (items as Json[]);
    }
    if (!isObject(json)) return json;
    const members = [...json].map(([name, member]) => [name, deep(member)] as const);
    return members.some(([, member]) => member === undefined)
      ? undefined
      : new Map(members as [string, Json][]);
  };
  if (isRef(raw)) {
    const target = follow(raw);
    if (!target) return undefined;
    if (target.type && type && target.type !== type) return undefined;
    type ??= target.type ?? groupType();
    return type === undefined ? undefined : { type, value: target.value };
  }
  const value = deep(raw);
  type ??= groupType();
  return value === undefined || type === undefined ? undefined : { type, value };
}

const names = ['a', 'b', 'c', 'g.a', 'g.b', 'g.h.c', '__proto__'];
const reference = fc
  .constantFrom(...names)
  .chain((name) =>
    fc.constantFrom<Json>(
      `{${name}}`,
      new Map([['$ref', '#/' + name.split('.').join('/')]]),
      new Map([['$ref', '#/' + name.split('.').join('/') + '/$value']]),
    ),
  );
const dimensionValue: fc.Arbitrary<Json> = fc.nat(99).map(
  (n) =>
    new Map<string, Json>([
      ['value', n],
      ['unit', 'px'],
    ]),
);
const shadowValue: fc.Arbitrary<Json> = fc.tuple(fc.oneof(reference, dimensionValue), dimensionValue).map(
  ([x, y]) =>
    new Map<string, Json>([
      ['color', readJson('{"colorSpace":"srgb","components":[0,0,0]}')],
      ['offsetX', x],
      ['offsetY', y],
      ['blur', y],
      ['spread', y],
    ]),
);
const token = fc
  .tuple(
    fc.oneof(reference, dimensionValue, shadowValue),
    fc.constantFrom(undefined, undefined, 'dimension', 'shadow'),
  )
  .map(
    ([value, type]) =>
      new Map<string, Json>([...(type ? [['$type', type] as const] : []), ['$value', value]]),
  );
const declared = fc.tuple(
  fc.array(fc.tuple(fc.constantFrom(...names), token), { maxLength: 8 }),
  fc.constantFrom(undefined, 'dimension', 'shadow'),
);
const axes = [
  { name: 'brand', contexts: ['x', 'y'], default: 'x' },
  { name: 'scheme', contexts: ['light', 'dark', 'bridge'], default: 'light' },
];
const whens: Context[] = [{}, {}, { brand: 'y' }, { scheme: 'dark' }, { brand: 'x', scheme: 'bridge' }];
const systems = fc.tuple(...whens.map(() => declared)).map((all): TokenSystem => ({
  axes,
  sources: all.map(([tokens, type], i) => ({
    id: `s${i}`,
    label: `s${i}`,
    when: whens[i]!,
    tokens: new Map(tokens),
    groups: new Map(type ? [['g', new Map<string, Json>([['$type', type]])]] : []),
  })),
}));

function expectSameAsNaive(system: TokenSystem, resolution: Resolution): void {
  for (const context of combinations(axes)) {
    for (const name of names) {
      const found = resolution.value(name, context);
      const expected = naive(system, name, context);
      const checks =
        expected &&
        resolution.token(name, context)?.failed?.code !== 'invalid-value' &&
        resolution.token(name, context)?.failed?.code !== 'type-mismatch';
      if (found) expect(sameJson(found.value, expected!.value) && found.type === expected!.type).toBe(true);
      else if (checks) expect(resolution.token(name, context)?.failed?.message).toMatch(/has no value/); // depends on one that is invalid
    }
  }
}

test('agrees with the plainest reading of the rules, circles and contexts included', () => {
  fc.assert(
    fc.property(systems, (system) => expectSameAsNaive(system, new Resolution(system))),
    { numRuns: 200 },
  );
});

test('other declarations lead to the same values as resolving afresh, and leave what was as it was', () => {
  const values = (resolution: Resolution) =>
    combinations(axes).map((context) =>
      resolution.paths.map((name) => {
        const { type, value, failed } = resolution.token(name, context) ?? {};
        return [name, type, value, failed];
      }),
    );
  const change = fc.tuple(fc.nat(7), fc.nat(4), token, fc.boolean());
  fc.assert(
    fc.property(
      systems,
      fc.array(fc.array(change, { minLength: 1, maxLength: 3 }), { maxLength: 3 }),
      (system, rounds) => {
        let resolution = new Resolution(system);
        if (resolution.paths.length === 0) return;
        for (const changes of rounds) {
          const stood = values(resolution);
          const redeclared = resolution.redeclared(
            changes.map(([at, source, object, removing]) => ({
              token: at % resolution.paths.length,
              source,
              object: removing ? undefined : object,
            })),
          )!;
          expect(values(resolution)).toEqual(stood);
          for (const [at, source, object, removing] of changes) {
            const { tokens } = system.sources[source]!;
            if (removing) tokens.delete(resolution.paths[at % resolution.paths.length]!);
            else tokens.set(resolution.paths[at % resolution.paths.length]!, object);
          }
          const fresh = new Resolution(system);
          // A token nothing declares any more is not there afresh; here it has no value.
          for (const context of combinations(axes))
            for (const name of resolution.paths) {
              const [a, b] = [redeclared.resolution.token(name, context), fresh.token(name, context)];
              expect(a?.type).toBe(b?.type);
              if (!b?.failed || fresh.paths.length === resolution.paths.length)
                expect(a?.failed?.code).toEqual(b?.failed?.code);
              expect(sameJson(a?.value ?? null, b?.value ?? null)).toBe(true);
            }
          const differing = resolution.paths.flatMap((name, at) =>
            combinations(axes).some(
              (context) =>
                resolution.token(name, context)?.value !== redeclared.resolution.token(name, context)?.value,
            )
              ? [at]
              : [],
          );
          expect([...redeclared.touched]).toEqual(expect.arrayContaining(differing));
          resolution = redeclared.resolution;
        }
      },
    ),
    { numRuns: 300 },
  );
});

const resolveText = (text: string, context: Context = {}) => {
  const opened = openTokens('t.tokens.json', text, () => undefined);
  const resolution = new Resolution(opened.system);
  const findings = [...opened.findings, ...resolution.findings()];
  return {
    css: (path: string) => {
      const v = resolution.value(path, context);
      return v && cssText(v);
    },
    findings,
    codes: findings.map((f) => f.code),
    resolution,
  };
};

/** DTCG Format module 2025.10: each rule with a file that keeps it and one that breaks it. */
test.each([
  ['own type before group type', '{"g":{"$type":"color","a":{"$type":"number","$value":1}}}', 'g.a', '1', []],
  [
    'type of the nearest group',
    '{"$type":"color","g":{"$type":"number","h":{"a":{"$value":2}}}}',
    'g.h.a',
    '2',
    [],
  ],
  [
    'type of what it refers to before the group',
    '{"n":{"$type":"number","$value":3},"g":{"$type":"color","a":{"$value":"{n}"}}}',
    'g.a',
    '3',
    [],
  ],
  ['never guessed', '{"a":{"$value":4}}', 'a', undefined, ['missing-type']],
  ['unknown types are errors', '{"a":{"$type":"colour","$value":4}}', 'a', undefined, ['unknown-type']],
  [
    'aliases chain',
    '{"$type":"number","a":{"$value":"{b}"},"b":{"$value":"{c}"},"c":{"$value":5}}',
    'a',
    '5',
    [],
  ],
  [
    'a pointer to a token means its value',
    '{"$type":"number","a":{"$ref":"#/b"},"b":{"$value":6}}',
    'a',
    '6',
    [],
  ],
  [
    'a pointer into a value',
    '{"a":{"$type":"number","$value":{"$ref":"#/c/$value/components/1"}},"c":{"$type":"color","$value":{"colorSpace":"srgb","components":[0,0.5,1]}}}',
    'a',
    '0.5',
    [],
  ],
  [
    'a pointer beside the tokens',
    '{"$extensions":{"x.y":{"n":7}},"a":{"$type":"number","$value":{"$ref":"#/$extensions/x.y/n"}}}',
    'a',
    '7',
    [],
  ],
  [
    '$root names a group’s own token',
    '{"g":{"$type":"number","$root":{"$value":8},"a":{"$value":"{g.$root}"}}}',
    'g.a',
    '8',
    [],
  ],
  [
    'an alias cannot name a group',
    '{"g":{"$type":"number","a":{"$value":1}},"b":{"$type":"number","$value":"{g}"}}',
    'b',
    undefined,
    ['missing-target'],
  ],
  [
    '$extends takes members over',
    '{"h":{"$type":"number","a":{"$value":9},"k":{"b":{"$value":1}}},"g":{"$extends":"{h}"}}',
    'g.a',
    '9',
    [],
  ],
  [
    '$extends lets local members win',
    '{"h":{"$type":"number","a":{"$value":9}},"g":{"$extends":"#/h","a":{"$value":10}}}',
    'g.a',
    '10',
    [],
  ],
  [
    '$extends is deep',
    '{"h":{"$type":"number","k":{"b":{"$value":1},"c":{"$value":2}}},"g":{"$extends":"{h}","k":{"b":{"$value":3}}}}',
    'g.k.c',
    '2',
    [],
  ],
  [
    '$extends chains',
    '{"i":{"$type":"number","a":{"$value":11}},"h":{"$extends":"{i}"},"g":{"$extends":"{h}"}}',
    'g.a',
    '11',
    [],
  ],
  [
    '$extends by a reference object',
    '{"h":{"$type":"number","a":{"$value":9}},"g":{"$extends":{"$ref":"#/h"}}}',
    'g.a',
    '9',
    [],
  ],
  [
    '$extends by a reference object in braces',
    '{"h":{"$type":"number","a":{"$value":9}},"g":{"$extends":{"$ref":"{h}"}}}',
    'g.a',
    '9',
    [],
  ],
  [
    '$extends in a circle',
    '{"h":{"$extends":"{g}"},"g":{"$extends":"{h}","$type":"number","a":{"$value":1}}}',
    'g.a',
    '1',
    ['alias-cycle'],
  ],
  [
    'circles name their members',
    '{"$type":"number","a":{"$value":"{b}"},"b":{"$value":"{a}"}}',
    'a',
    undefined,
    ['alias-cycle', 'alias-cycle'],
  ],
  [
    'a token may not refer to itself',
    '{"a":{"$type":"number","$value":"{a}"}}',
    'a',
    undefined,
    ['alias-cycle'],
  ],
  [
    'an alias keeps the type',
    '{"a":{"$type":"color","$value":"{b}"},"b":{"$type":"number","$value":1}}',
    'a',
    undefined,
    ['type-mismatch'],
  ],
  [
    'a member keeps its type',
    '{"n":{"$type":"number","$value":1},"b":{"$type":"border","$value":{"color":"{n}","width":{"value":1,"unit":"px"},"style":"solid"}}}',
    'b',
    undefined,
    ['type-mismatch'],
  ],
  [
    'members may be references',
    '{"c":{"$type":"color","$value":"#000"},"b":{"$type":"border","$value":{"color":"{c}","width":{"value":1,"unit":"px"},"style":"solid"}}}',
    'b',
    '1px solid #000000',
    ['legacy-value'],
  ],
  [
    'older colours and sizes are read with a note',
    '{"a":{"$type":"dimension","$value":"16px"}}',
    'a',
    '16px',
    ['legacy-value'],
  ],
  [
    'a wrong unit',
    '{"a":{"$type":"dimension","$value":{"value":1,"unit":"pt"}}}',
    'a',
    undefined,
    ['invalid-value'],
  ],
  ['a name with a dot', '{"a.b":{"$type":"number","$value":1}}', 'a.b', undefined, ['invalid-name']],
  ['a name with a brace', '{"a{b":{"$type":"number","$value":1}}', 'a{b', undefined, ['invalid-name']],
  [
    'a name of a built-in property is only a name',
    '{"__proto__":{"constructor":{"$type":"number","$value":1}}}',
    '__proto__.constructor',
    '1',
    [],
  ],
  ['a missing target', '{"a":{"$type":"number","$value":"{gone}"}}', 'a', undefined, ['missing-target']],
])('%s', (_rule, text, path, css, codes) => {
  const result = resolveText(text);
  expect(result.css(path)).toBe(css);
  expect(result.codes.sort()).toEqual(codes);
});

test('what does not depend on an error still resolves', () => {
  const { css, codes } = resolveText(
    '{"$type":"number","bad":{"$value":"x"},"b":{"$value":"{bad}"},"good":{"$value":1}}',
  );
  expect(codes).toEqual(['invalid-value', 'missing-target']);
  expect(css('good')).toBe('1');
});

test('chains of 5,000 aliases and groups 100,000 deep are answered', () => {
  const chain = Object.fromEntries(
    Array.from({ length: 5000 }, (_, i) => [`t${i}`, { $value: `{t${i + 1}}` }]),
  );
  const { resolution, css } = resolveText(
    JSON.stringify({ $type: 'number', ...chain, t5000: { $value: 1 } }),
  );
  expect(css('t0')).toBe('1');
  expect(resolution.chain('t0', 0)).toHaveLength(5001);
  const deep = resolveText('{"g":'.repeat(100_000) + '{"$type":"number","$value":1}' + '}'.repeat(100_000));
  expect(deep.resolution.paths).toHaveLength(1);
});

test('a finding that holds only in one context names it', () => {
  const resolver = {
    version: '2025.10',
    sets: { base: { sources: [{ $type: 'number', a: { $value: 1 }, b: { $value: '{a}' } }] } },
    modifiers: { scheme: { contexts: { light: [], dark: [{ a: { $value: '{b}' } }] }, default: 'light' } },
    resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/scheme' }],
  };
  const { resolution } = resolveText(JSON.stringify(resolver));
  expect(resolution.findings().map((f) => [f.code, f.path, f.context])).toEqual([
    ['alias-cycle', 'a', { scheme: 'dark' }],
    ['alias-cycle', 'b', { scheme: 'dark' }],
  ]);
  expect(toPlain(resolution.value('b', { scheme: 'light' })!.value)).toBe(1);
});

test('reading arbitrary JSON as tokens neither crashes nor hangs', () => {
  fc.assert(
    fc.property(fc.json({ maxDepth: 6 }), (text) => {
      const { findings } = resolveText(text);
      expect(findings.every((finding) => finding.message.length > 0)).toBe(true);
      expect(() => readDeclarations(readJson(text), [])).not.toThrow();
    }),
  );
});

const opened = (file: object) => openTokens('a.tokens.json', JSON.stringify(file), () => undefined).system;
const n = (value: number) => ({ $type: 'number', $value: value });

test('what $extends takes over is the group named, not one whose name begins with it', () => {
  const resolution = new Resolution(
    opened({ a: { x: n(1) }, ab: { y: n(2) }, 'a-b': { z: n(3) }, b: { $extends: '{a}', own: n(4) } }),
  );
  expect(resolution.paths.filter((path) => path.startsWith('b.')).sort()).toEqual(['b.own', 'b.x']);
});

test('groups that extend each other in a circle are named in the order of the circle, and those outside of it are read', () => {
  const resolution = new Resolution(
    opened({ a: { $extends: '{b}' }, b: { $extends: '{c}', x: n(1) }, c: { $extends: '{b}' }, d: { y: n(2) }, e: { $extends: '{d}' } }),
  );
  const circles = resolution.findings().filter(({ code }) => code === 'alias-cycle').map(({ message }) => message);
  expect(circles).toEqual(['These groups extend each other in a circle: b → c → b']);
  expect(cssLine(resolution.value('e.y', 0)!)).toBe('2');
}); // prettier-ignore

test('a group of which one file says nothing has what another says', () => {
  const file = {
    version: '2025.10',
    sets: {
      one: { sources: [{ g: {}, h: { $type: 'number' } }] },
      two: { sources: [{ g: { $type: 'number', a: { $value: 1 } }, h: { a: { $value: 2 } } }] },
    },
    resolutionOrder: [{ $ref: '#/sets/one' }, { $ref: '#/sets/two' }],
  };
  const resolution = new Resolution(
    openTokens('a.resolver.json', JSON.stringify(file), () => undefined).system,
  );
  expect(['g.a', 'h.a'].map((path) => cssLine(resolution.value(path, 0)!))).toEqual(['1', '2']);
});

test('of a path that is not there nothing is known', () => {
  const resolution = new Resolution(opened({ a: n(1), b: { $value: '{a}' } }));
  expect(resolution.variesBy('gone')).toEqual([]);
  expect(resolution.referrers('gone')).toEqual([]);
  expect(resolution.value('gone', 0)).toBeUndefined();
  expect(resolution.referrers('a')).toEqual(['b']);
});

test.each<[string, object, Record<string, true | string | undefined>]>([
  ['a group’s, down to what says otherwise', { g: { $deprecated: 'old', a: n(1), b: { ...n(1), $deprecated: false }, h: { c: n(1), $deprecated: true, d: n(1) } } }, { 'g.a': 'old', 'g.b': undefined, 'g.h.c': true, 'g.h.d': true }],
  ['a group that takes it back', { g: { $deprecated: true, h: { $deprecated: false, a: n(1) }, b: n(1) } }, { 'g.h.a': undefined, 'g.b': true }],
  ['what is neither true, false nor a reason', { a: { ...n(1), $deprecated: 3 }, g: { $deprecated: {}, b: n(1) } }, { a: undefined, 'g.b': undefined }],
])('deprecation: %s', (_, file, expected) => {
  const resolution = new Resolution(opened(file));
  for (const [path, said] of Object.entries(expected)) expect(deprecationOf(resolution, path)).toBe(said);
}); // prettier-ignore
