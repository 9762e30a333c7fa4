import ColorJs from 'colorjs.io';
import { filterDeficiencyDeuter, filterDeficiencyProt, filterDeficiencyTrit } from 'culori/fn';
import fc from 'fast-check';
import { hex as wcagHex } from 'wcag-contrast';
import { colorText, hexOf, parseColor, rgbOf, type Color } from './color';
import { contrastTable } from './contrast-table';
import { contrastRatio } from './contrast';
import { colorDifference } from './difference';
import { lchOf, oklch, toGamutColor, withinGamut } from './gamut';
import { closestToNeeds, solveContrast, worstShare } from './solve';
import { seenAs, VISIONS } from './vision';

const channel = fc.integer({ min: 0, max: 255 }).map((n) => n / 255);
const opaque: fc.Arbitrary<Color> = fc
  .tuple(channel, channel, channel)
  .map((components) => ({ space: 'srgb', components, alpha: 1 }));
const white = parseColor('#ffffff')!;

describe('gamut mapping', () => {
  // CSS Color Module Level 4, section 13.2.2; colorjs.io's `css` method is an independent implementation of it.
  test('agrees with colorjs.io for colours far outside sRGB', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 0.98, noNaN: true }),
        fc.double({ min: 0.1, max: 0.4, noNaN: true }),
        fc.double({ min: 0, max: 359, noNaN: true }),
        (l, c, h) => {
          const ours = toGamutColor(oklch(l, c, h), 'srgb');
          const theirs = new ColorJs('oklch', [l, c, h]).toGamut({ space: 'srgb', method: 'css' }).to('srgb');
          const reference: Color = { space: 'srgb', components: [...theirs.coords] as number[], alpha: 1 };
          // Both may stop anywhere within the just noticeable difference that the text allows (0.02 in OKLab).
          expect(colorDifference(ours, reference)).toBeLessThan(2.5);
          expect(withinGamut(ours, 'srgb')).toBe(true);
        },
      ),
    );
  });

  test('leaves alone what is within, and says what is not', () => {
    for (const text of ['#0a5d6a', '#ffffff', '#000000', '#ff0000'])
      expect(colorText(toGamutColor(parseColor(text)!, 'srgb'))).toBe(text);
    const p3 = parseColor('color(display-p3 1 0 0)')!;
    expect([withinGamut(p3, 'srgb'), withinGamut(p3, 'display-p3')]).toEqual([false, true]);
  });
});

describe('solving for contrast', () => {
  // Independent reference for the ratio: the package wcag-contrast.
  test('the answer meets the need as a hex text, and keeps the hue', () => {
    fc.assert(
      fc.property(opaque, opaque, fc.constantFrom(3, 4.5, 7), (text, surface, needs) => {
        const need = [{ other: rgbOf(surface), needs }];
        const solved = solveContrast(text, need);
        if (!solved) {
          // Neither black nor white of it reaches the need.
          const extremes = [0, 1].map((l) => contrastRatio(rgbOf(oklch(l, 0, 0)), rgbOf(surface)));
          expect(Math.max(...extremes)).toBeLessThan(needs);
          return;
        }
        expect(wcagHex(hexOf(rgbOf(solved)), hexOf(rgbOf(surface)))).toBeGreaterThanOrEqual(needs - 1e-9);
        if (solved === text) return;
        const [from, to] = [lchOf(text), lchOf(solved)];
        // How far the answer lies, in OKLab, from the colour of its own lightness and chroma that has the hue asked
        // for: the mapping to sRGB allows 0.02, the rounding to a hex text up to 0.005 more.
        const drift = 2 * to.c * Math.abs(Math.sin(((from.h - to.h) / 360) * Math.PI));
        expect(drift).toBeLessThan(0.025);
      }),
      { numRuns: 100 },
    );
  });

  test('both directions are tried: a mid grey text on mid grey goes to the nearer side', () => {
    const surface = rgbOf(parseColor('#777777')!);
    const lighter = solveContrast(parseColor('#dddddd')!, [{ other: surface, needs: 4 }])!;
    const darker = solveContrast(parseColor('#222222')!, [{ other: surface, needs: 4 }])!;
    expect([lchOf(lighter).l > 0.8, lchOf(darker).l < 0.25]).toEqual([true, true]);
  });

  test('a surface is solved as a text is, and seen through where it is', () => {
    fc.assert(
      fc.property(opaque, opaque, fc.constantFrom(3, 4.5, 7), (surface, text, needs) => {
        const need = { other: rgbOf(text), needs };
        const solved = solveContrast(surface, [need], 'surface');
        if (!solved) return;
        expect(wcagHex(hexOf(rgbOf(text)), hexOf(rgbOf(solved)))).toBeGreaterThanOrEqual(needs - 1e-9);
        expect(worstShare(solved, [need], 'surface')).toBeCloseTo(
          wcagHex(hexOf(rgbOf(text)), hexOf(rgbOf(solved))) / needs,
          2,
        );
      }),
      { numRuns: 100 },
    );
    // Half of it shows what lies below: white text on it is measured on the mixture, black text over it is not.
    const half = { ...parseColor('#000000')!, alpha: 0.5 };
    const white = { other: rgbOf(parseColor('#ffffff')!), needs: 1 };
    expect(worstShare(half, [white], 'surface')).toBeCloseTo(wcagHex('#808080', '#ffffff'), 1);
    expect(worstShare(half, [{ ...white, under: rgbOf(parseColor('#000000')!) }], 'surface')).toBeCloseTo(
      21,
      5,
    );
    expect(worstShare(half, [white], 'text')).toBeCloseTo(wcagHex('#808080', '#ffffff'), 1);
  });

  test('where no surface serves two texts, the one that is worse off is named with the most that can be reached', () => {
    const [black, white] = ['#000000', '#ffffff'].map((text) => ({
      other: rgbOf(parseColor(text)!),
      needs: 7,
    }));
    const surface = parseColor('#3366cc')!;
    expect(solveContrast(surface, [black!, white!], 'surface')).toBeUndefined();
    const { color, ratio, need } = closestToNeeds(surface, [black!, white!], 'surface');
    const reached = [black!, white!].map(({ other }) => wcagHex(hexOf(other), hexOf(rgbOf(color))));
    expect(ratio).toBeCloseTo(Math.min(...reached), 1);
    expect([black, white]).toContain(need);
    // Between black and white nothing has more than the root of 21 on both.
    expect(ratio).toBeGreaterThan(4.3);
    expect(ratio).toBeLessThanOrEqual(4.6);
    // A see-through text is measured as it is seen, a surface with what lies under it.
    const veil = { ...parseColor('#000000')!, alpha: 0.2 };
    const asText = closestToNeeds(veil, [white!], 'text').ratio;
    const asSurface = closestToNeeds(
      veil,
      [{ ...white!, under: rgbOf(parseColor('#000000')!) }],
      'surface',
    ).ratio;
    expect(asText).toBeLessThan(2);
    expect(asSurface).toBeGreaterThan(15);
  });

  test('what passes is left as it is, and what does not goes no further than it has to', () => {
    const passing = parseColor('oklch(0.4 0.1 200)')!;
    const white = rgbOf(parseColor('#ffffff')!);
    expect(solveContrast(passing, [{ other: white, needs: 4.5 }])).toBe(passing);
    const solved = solveContrast(parseColor('#8888ff')!, [{ other: white, needs: 4.5 }])!;
    // One part in 64 × 2^12 of the way, and the rounding to a hex text.
    expect(contrastRatio(rgbOf(solved), white)).toBeLessThan(4.6);
  });

  test('where nothing meets the need, the nearest that can is named', () => {
    const needs = [
      { other: rgbOf(white), needs: 7 },
      { other: rgbOf(parseColor('#000000')!), needs: 7 },
    ];
    expect(solveContrast(parseColor('#808080')!, needs)).toBeUndefined();
    const nearest = closestToNeeds(parseColor('#808080')!, needs);
    // √21 is the most that both can have at once (WCAG's formula: (1.05 / x) = (x / 0.05)).
    expect(nearest.ratio).toBeGreaterThan(4.5);
    expect(nearest.ratio).toBeLessThanOrEqual(Math.sqrt(21) + 0.01);
    expect(worstShare(nearest.color, needs, 'text')).toBeLessThan(1);
  });
});

describe('contrast of every text on every surface', () => {
  test('is the lowest of the ratios, one by one, and names its context', () => {
    const translucent = fc
      .tuple(opaque, fc.constantFrom(1, 1, 0.4))
      .map(([c, alpha]) => rgbOf({ ...c, alpha }));
    const row = fc.array(fc.option(translucent, { nil: undefined, freq: 6 }), { minLength: 3, maxLength: 3 });
    fc.assert(
      fc.property(fc.array(row, { maxLength: 5 }), fc.array(row, { maxLength: 5 }), (texts, surfaces) => {
        const table = contrastTable(texts, surfaces);
        texts.forEach((text, t) =>
          surfaces.forEach((surface, s) => {
            const ratios = text.flatMap((rgb, i) =>
              rgb && surface[i] ? [{ ratio: contrastRatio(rgb, surface[i]), i }] : [],
            );
            const at = t * table.width + s;
            if (ratios.length === 0) return expect([table.worst[at], table.where[at]]).toEqual([NaN, -1]);
            const least = Math.min(...ratios.map(({ ratio }) => ratio));
            expect(table.worst[at]).toBeCloseTo(least, 12);
            expect(ratios.find(({ i }) => i === table.where[at])!.ratio).toBeCloseTo(least, 12);
          }),
        );
      }),
    );
  });
});

describe('colour vision', () => {
  // culori carries the published matrices of Machado, Oliveira and Fernandes (2009) and applies them to sRGB values as
  // they stand; ours are applied to linear light, as the paper's authors do, so the two agree on the matrices alone.
  const reference: Record<string, (color: object) => { r: number; g: number; b: number }> = {
    protanopia: filterDeficiencyProt(1) as never,
    deuteranopia: filterDeficiencyDeuter(1) as never,
    tritanopia: filterDeficiencyTrit(1) as never,
  };
  test('matrices are those published', () => {
    for (const vision of VISIONS.filter(({ name }) => name in reference)) {
      for (const [r, g, b] of [
        [0.2, 0.5, 0.7],
        [0.6, 0.3, 0.1],
        [0.5, 0.5, 0.5],
      ] as const) {
        // prettier-ignore
        const theirs = reference[vision.name]!({ mode: 'rgb', r, g, b });
        const [mr, mg, mb] = [0, 1, 2].map(
          (i) => vision.matrix[i * 3]! * r + vision.matrix[i * 3 + 1]! * g + vision.matrix[i * 3 + 2]! * b,
        );
        expect(mr).toBeCloseTo(theirs.r, 5);
        expect(mg).toBeCloseTo(theirs.g, 5);
        expect(mb).toBeCloseTo(theirs.b, 5);
      }
    }
  });

  test('greys stay what they are; red and green come together without green cones', () => {
    for (const vision of VISIONS) {
      const grey = seenAs(rgbOf(parseColor('#808080')!), vision);
      expect(hexOf(grey)).toMatch(/^#(80|7f|81){3}$/);
    }
    const deutan = VISIONS.find(({ name }) => name === 'deuteranopia')!;
    const [red, green] = ['#c0392b', '#6e7f1a'].map((text) => {
      const seen = seenAs(rgbOf(parseColor(text)!), deutan);
      return { space: 'srgb', components: [seen.r, seen.g, seen.b], alpha: 1 };
    });
    expect(colorDifference(red!, green!)).toBeLessThan(
      colorDifference(parseColor('#c0392b')!, parseColor('#6e7f1a')!) / 2,
    );
  });
});
