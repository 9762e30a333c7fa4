import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { UnreadableSource } from '../source';
import { readerFor, USAGE_READERS } from './registry';

/** What a file holds: `property value`, references as `property → name`, in the order they stand. */
function read(file: string, text: string): string[] {
  const { parts } = readerFor(file)!.read(text, file);
  return [...parts]
    .sort((a, b) => a.from - b.from)
    .map((part) => {
      const own = text.slice(part.from, part.to);
      const words = part.kind === 'reference' ? `→ ${part.text}` : own;
      return `${part.property === '' ? '' : `${part.property} `}${words}${part.built ? ' (built)' : ''}`;
    });
}

// Labelled by hand, language by language, after COMMANDS, `scan`.
test.each<[string, string, string[]]>([
  ['a.css', '@media (min-width: 40px) { a:hover { COLOR: #333 !important; /* color: red */ width: 4px } }', ['color #333']],
  ['a.css', '@font-face { font-family: "A"; font-weight: 400 } :root{--a:#333;--b: {x:1};--c:var(--a)}', ['--a #333', '--c → a']],
  ['a.css', 'a { color: /* dark */ red; padding: 1px /* and */ 2px }', ['color red', 'padding 1px', 'padding 2px']],
  ['a.scss', '$gap: 8px; .a { font: { size: 12px; weight: bold } &:hover { margin: $gap -$gap; color: darken($ink, 5%) } // color: red\n @include x(4px) }', ['$gap 8px', 'font-size 12px', 'font-weight bold', 'margin → gap', 'margin → gap', 'color → ink']],
  ['a.less', '@gap: 8px; .mixin() { color: @ink } .a { .mixin(); padding: (@gap * 2); &:hover { border: 1px solid @{line} } }', ['@gap 8px', 'color → ink', 'padding → gap', 'border 1px', 'border → line']],
  ['a.html', '<p style="color: red; width: 4px" title="1px"><svg fill="#333" stroke-width=\'2\' width="24"><path style=fill:blue /></svg><style>a { gap: 8px }</style><font color="#444">', ['color red', 'fill #333', 'stroke-width 2', 'fill blue', 'gap 8px']],
  ['a.html', '<p style="font-family: &quot;A b&quot;, serif; color: red"><template><i style="gap:1px"></i></template>', ['font-family &quot;A b&quot;, serif', 'color red', 'gap 1px']],
  ['a.svg', '<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" width="24" color="red"><style><![CDATA[ .a { fill: #333 } ]]></style><path d="M0 0" fill="none" stroke="currentColor"/><text font-size="12" font-weight="bold" x="4">#444</text></svg>', ['color red', 'fill #333', 'font-size 12', 'font-weight bold']],
  ['a.vue', '<script setup lang="ts">\nconst x: number = 1\n</script>\n<template><p style="color: red" :style="{ paddingTop: 8, \'--x\': \'4px\' }" title="1px"><svg :stroke="on ? \'#333\' : \'#444\'" fill="blue"/></p></template>\n<style scoped lang="scss">\n.a { .b { gap: 4px } }\n</style>', ['color red', 'padding-top 8', '--x 4px', 'stroke #333', 'stroke #444', 'fill blue', 'gap 4px']],
  ['a.svelte', '<script lang="ts">let x: number = 1; const styles = { a: { color: "red" } }</script>\n<p style="color: {x}; gap: 8px" style:padding="4px" style:color={x ? "#333" : "#444"}>{#if x}<svg stroke-width="2"><path fill="red"/></svg>{/if}</p>\n<style>a { margin: 1px }</style>', ['color red', 'gap 8px', 'padding 4px', 'color #333', 'color #444', 'stroke-width 2', 'fill red', 'margin 1px']],
  ['a.jsx', 'const A = () => <p style={{ color: "#333", padding: 8, lineHeight: 1.5, width: 4, fontWeight: 600, margin: -4, zIndex: 3 }} title="1px"><svg><path fill="red" strokeWidth={2} /></svg><Card color="blue" padding={4} /></p>;', ['color #333', 'padding 8', 'font-weight 600', 'margin -4', 'fill red', 'stroke-width 2']],
  ['a.tsx', 'const styles: Record<string, CSSProperties> = { root: { color: on ? "#333" : "var(--ink)", "&:hover": { borderRadius: "4px" } } }; const other = { color: "red" }; const third = { gap: 4 } satisfies CSSProperties;', ['color #333', 'color → ink', 'border-radius 4px', 'gap 4']],
  ['a.ts', 'const a = css({ color: tokens["color.text"], boxShadow: `0 1px 2px red` }); element.style.color = "#333"; element.style.setProperty("padding", "8px"); Object.assign(element.style, { gap: "1px" }); element.style.cssText = "margin: 2px"; log({ color: "red" });', ['color → color.text', 'box-shadow 0 1px 2px red', 'color #333', 'padding 8px', 'gap 1px', 'margin 2px']],
  ['a.js', 'const A = styled.p`\n  color: #333;\n  ${mixin};\n  padding: ${(p) => p.x}px 4px;\n  gap: ${tokens["space.4"]};\n  &:hover { color: ${x ? "red" : "blue"} }\n`; const b = StyleSheet.create({ a: { paddingHorizontal: 8 } });', ['color #333', 'padding 4px', 'gap → space.4', 'padding-inline 8']],
  ['a.js', 'const style = { border: `1px solid ${line}`, padding: a || "4px", gap: ["1px", "2px"], color: token("color.text"), ["x" + y]: "red", method() {}, ...{ margin: "3px" } };', ['border 1px (built)', 'padding 4px', 'gap 1px', 'gap 2px', 'color → color.text', 'margin 3px']],
  ['a.jsx', 'const box = { color: "#333", ...more }; const more = { gap: 8 }; const s = { root: { padding: 4 } }; const other = { color: "red" }; const A = () => <p style={box}><i style={s.root} className={other} /></p>;', ['color #333', 'gap 8', 'padding 4']],
  ['A.swift', '// Color(red: 1, green: 0, blue: 0)\nlet a = Color(.sRGB, red: 0.2, green: 0.2, blue: 0.2, opacity: 1)\nlet b = UIColor(red: 51/255, green: 51/255, blue: 51/255, alpha: 0.5)\n/* /* Color(hex: 0x111111) */ */ let c = Color(hex: "#00617e") /* x */\ntext.padding(Tokens.space4).foregroundColor(Tokens.colorText)\nlet s = "Color(red: 1, green: 1, blue: 1)"; Color(hex: 0x00617E)', ['Color(.sRGB, red: 0.2, green: 0.2, blue: 0.2, opacity: 1)', 'UIColor(red: 51/255, green: 51/255, blue: 51/255, alpha: 0.5)', '#00617e', '→ space4', '→ colorText', 'Color(hex: 0x00617E)']],
  ['A.kt', 'val a = Color(0xFF333333) // 4.dp\nModifier.padding(16.dp).size((-4).dp, 0.dp)\nText(fontSize = 14.5.sp, color = Tokens.colorText)\nval c = Color.parseColor("#80FF0000"); colorResource(R.color.color_text); val d = "8.dp ${x}"', ['Color(0xFF333333)', '16.dp', '(-4).dp', '14.5.sp', '→ colorText', '#80FF0000', '→ color_text']],
  ['colors.xml', '<?xml version="1.0"?><resources><!-- #111111 --><color name="a">#FF00617E</color><dimen name="b">16dp</dimen><item name="android:textColor">@color/color_text</item><dimen name="z">0dp</dimen></resources>', ['#FF00617E', '16dp', '→ color_text']],
  ['layout.xml', '<TextView xmlns:android="http://schemas.android.com/apk/res/android" android:textSize="14sp" android:textColor="#333" android:text="#444 x" android:background="@drawable/x" android:padding="@dimen/space_4"/>', ['14sp', '#333', '→ space_4']],
  ['pom.xml', '<project><color>#333333</color><width>4dp</width></project>', []],
])('%s: %s', (file, text, expected) => {
  expect(read(file, text)).toEqual(expected);
}); // prettier-ignore

test.each([
  ['a.kt', 'Color(0xFF333333)', '#333333'],
  ['a.kt', 'Color(0x80333333)', '#33333380'],
  ['a.kt', 'Color(red = 51, green = 102, blue = 153)', '#336699'],
  ['a.swift', 'Color(red: 0.2, green: 0.4, blue: 0.6)', '#336699'],
  ['a.swift', 'UIColor(red: 51/255, green: 102/255.0, blue: 153/255, alpha: 1.0)', '#336699'],
  ['a.swift', '#colorLiteral(red: 0.2, green: 0.4, blue: 0.6, alpha: 0.5)', '#33669980'],
  ['a.xml', '<resources><color name="a">#8369</color></resources>', '#33669988'],
])('%s: %s is %s', (file, text, css) => {
  expect(
    readerFor(file)!
      .read(text, file)
      .parts.map((part) => part.text),
  ).toEqual([css]);
});

test.each([
  ['a.css', 'a { color: red', 1],
  ['a.scss', '\n\n}', 3],
  ['a.less', '\n.a { color: red', 2],
  ['a.html', '<p>\n<style>\na { color: red\n</style>', 3],
  ['a.svg', '<svg>\n<path></svg>', 2],
  ['a.vue', '<template>\n<p></template>', undefined],
  ['a.vue', '<template><p/></template>\n<script>\nconst = 1\n</script>', 3],
  ['a.svelte', '<p>\n{#if x}</p>', undefined],
  ['a.svelte', '<p/>\n<style>\na {\n</style>', 3],
  ['a.tsx', 'const a = 1;\nconst = 2', 2],
  ['a.xml', '<resources>\n</resource>', 2],
])('%s that cannot be parsed says so: %j', (file, text, line) => {
  let problem: unknown;
  try {
    readerFor(file)!.read(text, file);
  } catch (error) {
    problem = error;
  }
  expect(problem).toBeInstanceOf(UnreadableSource);
  if (line !== undefined) expect((problem as UnreadableSource).at.line).toBe(line);
});

test('every reader is found by the names of its files, and nothing else is read', () => {
  const names = ['css', 'scss', 'less', 'html', 'vue', 'svelte', 'js', 'jsx', 'ts', 'tsx', 'svg', 'swift', 'kt', 'xml'];
  expect(new Set(names.map((ending) => readerFor(`src/a.${ending}`)?.name))).toEqual(new Set(USAGE_READERS.keys()));
  for (const other of ['a.mjs', 'a.cts', 'a.htm', 'a.kts', 'a.md', 'a.json', 'css', 'a.css.map', 'a.sass']) expect(readerFor(other)).toBeUndefined();
}); // prettier-ignore

// Sources that packages carry: whatever they hold, parts stand where they say, and nothing breaks.
const packages = (folder: string, ending: RegExp, most: number) =>
  readdirSync(`node_modules/${folder}`, { recursive: true })
    .map(String)
    .filter((name) => ending.test(name))
    .sort()
    .slice(0, most)
    .map((name) => `node_modules/${folder}/${name}`);
test.each([
  ['@picocss/pico/scss', /\.scss$/, 60],
  ['milligram/src', /\.sass$|\.css$/, 20],
  ['@mantine/core/styles', /\.css$/, 40],
  ['@tanstack/react-query/src', /\.tsx?$/, 40],
  ['@tabler/icons-react/dist/esm/icons', /\.m?js$/, 40],
  ['svelte/src/internal/client/dom', /\.js$/, 40],
  ['svgo/lib', /\.js$/, 40],
])('%s is read', (folder, ending, most) => {
  for (const file of packages(folder, ending, most)) {
    const reader = readerFor(file);
    if (!reader) continue;
    const text = readFileSync(file, 'utf8');
    for (const part of reader.read(text, file).parts) {
      expect(part.to).toBeGreaterThan(part.from);
      expect(text.slice(part.from, part.to).trim()).not.toBe('');
    }
  }
});

test('any text in any language ends in parts that stand in it, or in words', () => {
  const pieces = ['<style>', '</style>', '<p style="', '"', "'", '`', '{', '}', '${', ';', ':', 'color', '#333', ' 8px', '(', ')', '<svg', ' fill=', '>', '/>', '</', '<script>', '</script>', '<template>', '//', '/*', '*/', '\n', '$a', '@b', 'var(--x)', '.dp', 'Color(0xFF', '\0', '\\', '&quot;', '<![CDATA[', 'styled.a`', 'const style = {']; // prettier-ignore
  const files = ['a.css', 'a.scss', 'a.less', 'a.html', 'a.vue', 'a.svelte', 'a.tsx', 'a.svg', 'a.swift', 'a.kt', 'a.xml'];
  fc.assert(
    fc.property(fc.constantFrom(...files), fc.array(fc.constantFrom(...pieces), { maxLength: 20 }), (file, list) => {
      const text = list.join('');
      try {
        for (const { from, to } of readerFor(file)!.read(text, file).parts) {
          expect(from).toBeGreaterThanOrEqual(0);
          expect(to).toBeLessThanOrEqual(text.length);
          expect(to).toBeGreaterThan(from);
        }
      } catch (error) {
        expect(error).toBeInstanceOf(UnreadableSource);
      }
    }),
    { numRuns: 1500 },
  );
}); // prettier-ignore
