'use client';

import { counted } from '@/core/base/words';
import { Button, Checkbox, Chip, Group, NumberInput, Text, UnstyledButton } from '@mantine/core';
import { useEffect, useMemo, useState } from 'react';
import type { Clustered, GatherChoices, Gathered } from '@/api/intake-protocol';
import { USUAL_NEARNESS, type Cluster } from '@/core/intake/cluster';
import { INVENTORY_KINDS, type InventoryKind } from '@/core/intake/inventory';
import { documentOfProposals } from '@/core/intake/propose';
import { writeJson } from '@/core/base/json/write';
import type { GatherFile } from '@/editing/intake/compare';
import { useDocumentQuery } from '@/features/session/document';
import { toggled } from '@/ui/toggled';
import { ColorPlane } from './color-plane';
import { Roles } from './roles';
import { SizeScale } from './size-scale';
import classes from './intake.module.css';

const LABELS: Readonly<Record<InventoryKind, string>> = {
  color: 'Colours', fontSize: 'Type sizes', fontFamily: 'Families', fontWeight: 'Weights', lineHeight: 'Line heights',
  letterSpacing: 'Letter spacings', space: 'Spaces', radius: 'Radii', strokeWidth: 'Stroke widths', shadow: 'Shadows',
  duration: 'Durations', easing: 'Easings', opacity: 'Opacities', breakpoint: 'Breakpoints', zIndex: 'Stacking orders',
}; // prettier-ignore
const DRAWN: ReadonlySet<InventoryKind> = new Set([
  'fontSize', 'space', 'radius', 'duration', 'fontWeight', 'lineHeight', 'strokeWidth', 'breakpoint', 'opacity',
]); // prettier-ignore
/** Kinds whose values are near to one another by so many px. */
const IN_PX: ReadonlySet<InventoryKind> = new Set([
  'fontSize', 'space', 'radius', 'strokeWidth', 'letterSpacing', 'breakpoint',
]); // prettier-ignore

const keyOf = (one: Cluster) => `${one.kind} ${one.survivor}`;

/** Every value that style sheets say, how often and where; what is nearly the same drawn together; what becomes of it. */
export function InventoryView({
  gathered,
  clustered,
  cluster,
  made,
  onMake,
}: {
  gathered: Gathered;
  clustered: Clustered | null;
  cluster: (choices: GatherChoices) => void;
  made: boolean;
  onMake: (file: GatherFile | null) => void;
}) {
  const [nearness, setNearness] = useState(USUAL_NEARNESS);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [primitivesOnly, setPrimitivesOnly] = useState(false);
  const [kind, setKind] = useState<InventoryKind>('color');
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [picked, setPicked] = useState<string | null>(null);
  useEffect(
    () => cluster({ nearness, chosen, primitivesOnly }),
    [cluster, nearness, chosen, primitivesOnly, gathered],
  );
  const clusters = useMemo(() => clustered?.clusters ?? [], [clustered]);
  const shown = clusters.filter((one) => one.kind === kind);
  const recognised = useDocumentQuery('recognise', {
    values: clusters.map((one) => ({ kind: one.kind, value: one.survivor })),
  });
  const known = new Map(clusters.map((one, i) => [keyOf(one), recognised?.[i] ?? null]));
  const counts = useMemo(() => {
    const found = new Map<InventoryKind, { values: number; clusters: number }>();
    for (const one of clusters) {
      const entry = found.get(one.kind) ?? { values: 0, clusters: 0 };
      entry.values += one.members.length;
      entry.clusters++;
      found.set(one.kind, entry);
    }
    return found;
  }, [clusters]);
  const choose = (one: Cluster, value: string) => {
    onMake(null);
    const others = new Set(one.members.map((member) => `${one.kind} ${member.value}`));
    setChosen((old) => [...old.filter((key) => !others.has(key)), `${one.kind} ${value}`]);
  };
  const toggle = (key: string) => {
    onMake(null);
    setLeft((old) => toggled(old, key));
  };
  const proposals = useMemo(() => {
    if (!clustered) return null;
    const gone = new Set(clusters.filter((one) => left.has(keyOf(one))).map((one) => one.survivor));
    // A primitive that is left out takes the purposes that refer to it along, and those that refer to them.
    const out = new Set(
      clustered.proposals.tokens
        .filter((token) => token.tier === 'primitive' && gone.has(token.value))
        .map((token) => token.path),
    );
    for (let again = true; again;) {
      again = false;
      for (const token of clustered.proposals.tokens) {
        const target = /^\{(.+)\}$/.exec(token.value)?.[1];
        if (target !== undefined && out.has(target) && !out.has(token.path)) {
          out.add(token.path);
          again = true;
        }
      }
    }
    return {
      ...clustered.proposals,
      tokens: clustered.proposals.tokens.filter((token) => !out.has(token.path)),
    };
  }, [clustered, clusters, left]);
  if (!clustered || !proposals) return null;
  const names = new Map(
    clustered.proposals.tokens.flatMap((token): [string, string][] =>
      token.tier === 'primitive' && token.kind !== undefined ? [[`${token.kind} ${token.value}`, token.path]] : [],
    ),
  ); // prettier-ignore
  // What the library has already is referred to, not made again.
  const present = new Map(
    clusters.flatMap((one): [string, string][] => {
      const [path, there] = [names.get(keyOf(one)), known.get(keyOf(one))];
      return path !== undefined && there?.exact ? [[path, there.path]] : [];
    }),
  );
  const total = counts.get(kind) ?? { values: 0, clusters: 0 };
  const make = () =>
    onMake({
      name: 'inventory.tokens.json',
      text: writeJson(documentOfProposals(proposals, present, new Map(), new Set(gathered.paths))),
    });
  return (
    <section>
      <h2 className={classes.title}>Inventory</h2>
      <Text size="sm" c="dimmed" mb="sm">
        {gathered.inventory!.declarations.toLocaleString('en-GB')} declarations read
        {Object.entries(gathered.inventory!.rem)
          .map(([file, px]) => `; 1rem is ${px}px in ${file.replace(/^.*\//, '')}`)
          .join('')}
        . Near values are grouped around the most used one.
      </Text>
      <Chip.Group value={kind} onChange={(value) => setKind(value as InventoryKind)}>
        <Group gap={6} mb="sm" role="radiogroup" aria-label="Kind of value">
          {INVENTORY_KINDS.filter((one) => counts.has(one)).map((one) => (
            <Chip key={one} value={one} size="xs" radius="sm">
              {LABELS[one]} {counts.get(one)!.values}
            </Chip>
          ))}
        </Group>
      </Chip.Group>
      <Group gap="md" mb="sm" align="end">
        {kind === 'color' ? (
          <NumberInput
            label="Nearness in ΔE (CIEDE2000)"
            size="xs"
            w={210}
            min={0}
            max={20}
            step={0.5}
            value={nearness.color}
            onChange={(value) => setNearness((old) => ({ ...old, color: Number(value) || 0 }))}
          />
        ) : IN_PX.has(kind) ? (
          <NumberInput
            label="Nearness in px"
            size="xs"
            w={210}
            min={0}
            max={16}
            step={0.5}
            value={nearness.px}
            onChange={(value) => setNearness((old) => ({ ...old, px: Number(value) || 0 }))}
          />
        ) : null}
        <Text size="sm" pb={5}>
          {counted(total.values, 'value')} in {counted(total.clusters, 'cluster')}
        </Text>
      </Group>
      <div className={classes.inventory}>
        <div className={classes.drawing}>
          {kind === 'color' ? (
            <ColorPlane clusters={shown} picked={picked} left={left} onPick={setPicked} />
          ) : DRAWN.has(kind) ? (
            <SizeScale clusters={shown} picked={picked} onPick={setPicked} />
          ) : (
            <ul className={classes.plain} data-specimen>
              {shown.map((one) => (
                <li
                  key={one.survivor}
                  style={
                    kind === 'fontFamily'
                      ? { fontFamily: one.survivor }
                      : kind === 'shadow'
                        ? { boxShadow: one.survivor }
                        : {}
                  }
                >
                  {one.survivor}
                </li>
              ))}
            </ul>
          )}
        </div>
        <div className={classes.clusters}>
          <table className="rows">
            <thead>
              <tr>
                <th>Create token</th>
                <th>Groups</th>
                <th className="number">Uses</th>
                <th>Name</th>
              </tr>
            </thead>
            <tbody>
              {shown.map((one) => {
                const key = keyOf(one);
                const there = known.get(key);
                return (
                  <tr
                    key={key}
                    data-picked={picked === one.survivor || undefined}
                    onMouseEnter={() => setPicked(one.survivor)}
                  >
                    <td>
                      {gathered.named[key] === undefined ? (
                        <Checkbox
                          checked={!left.has(key)}
                          onChange={() => toggle(key)}
                          label={<Shown kind={kind} value={one.survivor} />}
                        />
                      ) : (
                        // The file names it itself: it comes in, or not, by that name.
                        <Shown kind={kind} value={one.survivor} />
                      )}
                    </td>
                    <td>
                      {one.members.length > 1 ? (
                        <span className={classes.members}>
                          {one.members
                            .filter((member) => member.value !== one.survivor)
                            .slice(0, 8)
                            .map((member) => (
                              <UnstyledButton
                                key={member.value}
                                className={classes.value}
                                title={`${counted(member.count, 'use')}. Keep ${member.value} for this group`}
                                onClick={() => choose(one, member.value)}
                              >
                                {kind === 'color' && <i style={{ background: member.value }} data-specimen />}
                                {member.value}
                              </UnstyledButton>
                            ))}
                          {one.members.length > 9 ? `and ${one.members.length - 9} more` : ''}
                        </span>
                      ) : (
                        ''
                      )}
                    </td>
                    <td className="number">
                      <details>
                        <summary>{one.count}</summary>
                        <ul className={classes.places}>
                          {one.members
                            .flatMap((member) => member.places)
                            .slice(0, 12)
                            .map((place, j) => (
                              <li key={j}>
                                {place.file.replace(/^.*\//, '')}:{place.line} {place.selector} {'{'}{' '}
                                {place.property} {'}'}
                              </li>
                            ))}
                        </ul>
                      </details>
                    </td>
                    <td className="path">
                      {there?.exact
                        ? `Same as ${there.path}`
                        : `${names.get(keyOf(one)) ?? gathered.named[keyOf(one)] ?? 'No token'}${there ? `, close to ${there.path}` : ''}`}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      </div>
      <Roles gathered={gathered} />
      <Group mt="md">
        <Button onClick={make} disabled={proposals.tokens.length === 0} variant={made ? 'default' : 'filled'}>
          Propose {counted(proposals.tokens.length, 'token')}
          {primitivesOnly ? '' : ' in three tiers'}
        </Button>
        <Checkbox
          label="Primitives only"
          checked={primitivesOnly}
          onChange={() => {
            onMake(null);
            setPrimitivesOnly(!primitivesOnly);
          }}
        />
        <Text size="sm" c="dimmed">
          {proposals.tokens.filter((token) => token.tier === 'primitive').length} primitive,{' '}
          {proposals.tokens.filter((token) => token.tier === 'semantic').length} semantic,{' '}
          {proposals.tokens.filter((token) => token.tier === 'component').length} component, and{' '}
          {proposals.pairings.length} pairings found in rules. You review them before anything changes.
        </Text>
      </Group>
    </section>
  );
}

function Shown({ kind, value }: { kind: InventoryKind; value: string }) {
  return (
    <span className={classes.value}>
      {kind === 'color' && <i style={{ background: value }} data-specimen />}
      {value.slice(0, 44)}
    </span>
  );
}
