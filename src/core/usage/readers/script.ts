import { parse, parseExpression, type ParserPlugin } from '@babel/parser';
import type { Expression, JSXOpeningElement, Node, ObjectExpression, TemplateLiteral } from '@babel/types';
import { kindsIn, valueParts } from '../../base/css/value-parts';
import { partsAt, UnreadableSource, type ReadSource, type SourceElement, type UsageReader } from '../source';
import { readAttribute } from './markup';
import { readEmbedded, readInline } from './sheet';

/** Names under which objects of style are handed on, by habit of the language's users. */
const STYLE_NAME = /(^|[a-z])styles?$|^(css|sx)$/i;
const STYLE_CALL =
  /^(css|styled|style|keyframes|globalStyle|injectGlobal|createGlobalStyle|createStyles|makeStyles|createUseStyles|styleVariants|recipe)$/;
const STYLE_TYPE = /\b(CSSProperties|StyleObject|ViewStyle|TextStyle|ImageStyle)\b/;
/** The elements of SVG 2 that are drawn or hold what is. */
const SVG_TAG =
  /^(svg|g|path|rect|circle|ellipse|line|polyline|polygon|text|tspan|stop|use|symbol|marker|mask|linearGradient|radialGradient|feFlood|feDropShadow|defs|pattern)$/;

type Tree = Node & Record<string, unknown>;
const isTree = (child: unknown): child is Tree => typeof (child as Tree | null)?.type === 'string';
/** Members of a node that are no part of the program. */
const NO_CODE = new Set(['loc', 'leadingComments', 'trailingComments', 'innerComments']);
type Position = { line?: number; column?: number };

export const hyphens = (key: string): string => {
  if (key.startsWith('--')) return key;
  const name = key.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`).replace(/^ms-/, '-ms-');
  return name
    .replace(/^(padding|margin)-horizontal$/, '$1-inline')
    .replace(/^(padding|margin)-vertical$/, '$1-block');
};

function parsed<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    const { loc } = error as { loc?: { line: number; column: number } };
    const at: Position = loc ? { line: loc.line, column: loc.column + 1 } : {};
    throw new UnreadableSource((error as Error).message.replace(/ \(\d+:\d+\)$/, ''), at);
  }
}

/** JavaScript and TypeScript, with markup: objects of style, style sheets in template literals, presentation attributes. */
export const script: UsageReader = {
  name: 'script',
  files: /\.[jt]sx?$/i,
  read: (text, file) => readScript(text, 0, text.length, /\.tsx?$/i.test(file), !/\.ts$/i.test(file)),
};

/** A script within a file, where it stands. @throws UnreadableSource */
export function readScript(text: string, from: number, to: number, typed: boolean, markup: boolean): ReadSource {
  const source = text.slice(0, from).replace(/[^\n]/g, ' ') + text.slice(from, to);
  const plugins: ParserPlugin[] = ['decorators-legacy', ...(typed ? (['typescript'] as const) : []), ...(markup ? (['jsx'] as const) : [])];
  const { program } = parsed(() =>
    parse(source, { sourceType: 'unambiguous', allowReturnOutsideFunction: true, allowAwaitOutsideFunction: true, allowUndeclaredExports: true, plugins }),
  );
  return new ScriptReading(source).of(program as unknown as Tree);
} // prettier-ignore

/** An expression that is the style of an element, as a template binds one. Offsets are of the whole file. */
export function readStyleExpression(text: string, from: number, to: number): ReadSource {
  return bound(text, from, to, (reading, expression) => reading.style(expression));
}

/** An expression that is the value of one property. */
export function readValueExpression(text: string, from: number, to: number, property: string): ReadSource {
  return bound(text, from, to, (reading, expression) => reading.value(property, expression));
}

function bound(text: string, from: number, to: number, read: (reading: ScriptReading, expression: Expression) => void): ReadSource {
  const source = `${' '.repeat(from)}${text.slice(from, to)}`;
  const reading = new ScriptReading(source);
  read(reading, parsed(() => parseExpression(source, { plugins: ['typescript'] })));
  return reading.read;
} // prettier-ignore

class ScriptReading {
  readonly read: ReadSource & { elements: SourceElement[] } = { parts: [], sets: [], elements: [] };
  /** What each name of the module is imported as. */
  private readonly imports = new Map<string, { name: string; module: string }>();
  /** What has been read as style is not read again from further in. */
  private readonly done = new Set<Node>();
  /** What each variable of the module is set to, and which of them are used as style. */
  private readonly values = new Map<string, Node>();
  private readonly used = new Set<string>();

  constructor(private readonly text: string) {}

  of(program: Tree): ReadSource {
    const stack: Tree[] = [program];
    for (let node = stack.pop(); node; node = stack.pop()) {
      this.look(node);
      const inner: Tree[] = [];
      for (const key in node) {
        const child = node[key];
        if (typeof child !== 'object' || child === null || NO_CODE.has(key)) continue;
        if (!Array.isArray(child)) {
          if (isTree(child)) inner.push(child);
        } else for (const one of child) if (isTree(one)) inner.push(one);
      }
      for (let i = inner.length - 1; i >= 0; i--) stack.push(inner[i]!);
    }
    // A variable handed on as style is one, whatever it is called; what stands in it may name others.
    for (const name of this.used) {
      const value = this.values.get(name);
      if (value) this.style(value);
    }
    this.read.parts.sort((a, b) => a.from - b.from);
    for (const element of this.read.elements) {
      const [local, ...members] = element.tag.split('.') as [string, ...string[]];
      const imported = this.imports.get(local);
      if (imported) element.imported = { ...imported, name: members.at(-1) ?? imported.name };
    }
    return this.read;
  } // prettier-ignore

  private source = ({ start, end }: Node): string => this.text.slice(start ?? 0, end ?? 0);

  private element(node: JSXOpeningElement): void {
    const attributes: Record<string, string | null> = {};
    for (const attribute of node.attributes) {
      if (attribute.type !== 'JSXAttribute' || attribute.name.type !== 'JSXIdentifier') continue;
      const { value } = attribute;
      const said = value?.type === 'JSXExpressionContainer' ? value.expression : value;
      attributes[attribute.name.name] = said === null || said === undefined ? '' : said.type === 'StringLiteral' ? said.value : said.type === 'BooleanLiteral' ? String(said.value) : null;
    }
    const tag = this.source(node.name);
    if (!SVG_TAG.test(tag)) this.read.elements.push({ from: node.start ?? 0, tag, attributes });
  } // prettier-ignore

  private look(node: Node): void {
    switch (node.type) {
      case 'ImportDeclaration':
        for (const one of node.specifiers)
          this.imports.set(one.local.name, {
            name: one.type === 'ImportSpecifier' ? this.source(one.imported).replace(/["']/g, '') : one.local.name,
            module: node.source.value,
          });
        return;
      case 'JSXOpeningElement': {
        this.element(node);
        const tag = node.name.type === 'JSXIdentifier' ? node.name.name : '';
        for (const attribute of node.attributes) {
          if (attribute.type !== 'JSXAttribute' || attribute.name.type !== 'JSXIdentifier') continue;
          const { name } = attribute.name;
          const { value } = attribute;
          const isStyle = /^(style|sx|css)$/.test(name);
          if (value?.type === 'StringLiteral') {
            const [from, to] = [value.start! + 1, value.end! - 1];
            this.put(readAttribute(isStyle ? name : hyphens(name), this.text.slice(from, to), from, SVG_TAG.test(tag)));
          } else if (value?.type === 'JSXExpressionContainer' && value.expression.type !== 'JSXEmptyExpression') {
            if (isStyle) this.style(value.expression);
            else if (SVG_TAG.test(tag) && /^(color|fill|stroke|strokeWidth|stopColor|floodColor|fontFamily|fontSize|fontWeight|letterSpacing)$/.test(name))
              this.value(hyphens(name), value.expression);
          }
        }
        return;
      }
      case 'VariableDeclarator':
        if (node.init && node.id.type === 'Identifier') {
          this.values.set(node.id.name, node.init);
          const annotation = node.id.typeAnnotation ? this.source(node.id.typeAnnotation) : '';
          if (STYLE_NAME.test(node.id.name) || STYLE_TYPE.test(annotation)) this.style(node.init);
        }
        return;
      case 'TSAsExpression':
      case 'TSSatisfiesExpression':
        if (STYLE_TYPE.test(this.source(node.typeAnnotation))) this.style(node.expression);
        return;
      case 'ObjectProperty':
        if (node.key.type === 'Identifier' && !node.computed && STYLE_NAME.test(node.key.name)) this.style(node.value as Expression);
        return;
      case 'CallExpression': {
        const callee = node.callee;
        const names = namesOf(callee as Node);
        const [first] = node.arguments;
        if (names.at(-1) === 'setProperty' && names.at(-2) === 'style' && first?.type === 'StringLiteral') {
          const value = node.arguments[1];
          if (value) this.value(first.value, value as Expression);
        } else if (names.join('.') === 'Object.assign' && first && namesOf(first as Node).at(-1) === 'style')
          for (const one of node.arguments.slice(1)) this.style(one as Expression);
        else if (names.some((name) => STYLE_CALL.test(name)) || (names[0] === 'StyleSheet' && names[1] === 'create'))
          for (const one of node.arguments) this.style(one as Expression);
        return;
      }
      case 'TaggedTemplateExpression':
        if (namesOf(node.tag as Node).some((name) => STYLE_CALL.test(name))) this.sheet(node.quasi);
        return;
      case 'AssignmentExpression': {
        const names = namesOf(node.left as Node);
        if (names.at(-2) !== 'style') return;
        const property = names.at(-1)!;
        if (property !== 'cssText') this.value(hyphens(property), node.right);
        else if (node.right.type === 'StringLiteral')
          this.put(readInline(this.text.slice(node.right.start! + 1, node.right.end! - 1), node.right.start! + 1));
        return;
      }
    }
  } // prettier-ignore

  private put({ parts, sets }: ReadSource): void {
    this.read.parts.push(...parts);
    this.read.sets.push(...sets);
  }

  /** An object of style, or what leads to one. */
  style(node: Node): void {
    if (this.done.has(node)) return;
    this.done.add(node);
    const [name] = node.type === 'CallExpression' ? [] : namesOf(node);
    if (name !== undefined) this.used.add(name);
    else if (node.type === 'ObjectExpression') this.object(node);
    else if (node.type === 'ConditionalExpression') {
      this.style(node.consequent);
      this.style(node.alternate);
    } else if (node.type === 'LogicalExpression') {
      this.style(node.left);
      this.style(node.right);
    } else if (node.type === 'ArrayExpression')
      for (const one of node.elements) if (one) this.style(one);
      else continue;
    else if (node.type === 'ArrowFunctionExpression') {
      if (node.body.type !== 'BlockStatement') this.style(node.body);
      else for (const one of node.body.body) if (one.type === 'ReturnStatement' && one.argument) this.style(one.argument);
    } else if (/^(TSAsExpression|TSSatisfiesExpression|TSNonNullExpression|ParenthesizedExpression)$/.test(node.type))
      this.style((node as unknown as { expression: Node }).expression);
    else if (node.type === 'CallExpression') for (const one of node.arguments) this.style(one);
  } // prettier-ignore

  private object(node: ObjectExpression): void {
    for (const property of node.properties) {
      if (property.type === 'SpreadElement') {
        this.style(property.argument);
        continue;
      }
      if (property.type !== 'ObjectProperty') continue;
      const key = property.key;
      const name = key.type === 'Identifier' && !property.computed ? key.name : key.type === 'StringLiteral' ? key.value : undefined;
      const value = property.value as Expression;
      if (value.type === 'ObjectExpression' || value.type === 'ArrowFunctionExpression') this.style(value);
      else if (name !== undefined) {
        if (name.startsWith('--')) this.read.sets.push(name);
        this.value(hyphens(name), value);
      }
    }
  } // prettier-ignore

  /** What one property is set to: a text, a number in px, a token by its path. */
  value(property: string, node: Node): void {
    switch (node.type) {
      case 'StringLiteral': {
        const from = node.start! + 1;
        const raw = this.text.slice(from, node.end! - 1);
        this.read.parts.push(...partsAt(valueParts(property, raw), from, property, raw.includes('\\')));
        return;
      }
      case 'TemplateLiteral':
        this.template(property, node);
        return;
      case 'NumericLiteral':
        return this.number(property, node, 1);
      case 'UnaryExpression':
        if (node.operator === '-' && node.argument.type === 'NumericLiteral') this.number(property, node, -1);
        return;
      case 'ConditionalExpression':
        this.value(property, node.consequent);
        this.value(property, node.alternate);
        return;
      case 'LogicalExpression':
        this.value(property, node.left);
        this.value(property, node.right);
        return;
      case 'ArrayExpression':
        for (const one of node.elements) if (one) this.value(property, one);
        return;
      case 'TSAsExpression':
      case 'TSSatisfiesExpression':
      case 'TSNonNullExpression':
      case 'ParenthesizedExpression':
        this.value(property, node.expression);
        return;
      default:
        this.token(property, node);
    }
  }

  /** A token named by its path. */
  private token(property: string, node: Node): void {
    const path = pathNamed(node);
    if (path === undefined || !kindsIn(property)) return;
    const [from, to] = [node.start!, node.end!];
    this.read.parts.push({ kind: 'reference', from, to, text: path, naming: 'path', property, built: false });
  }

  private number(property: string, node: Node, sign: number): void {
    const literal = node.type === 'UnaryExpression' ? node.argument : node;
    const value = literal.type === 'NumericLiteral' ? literal.value * sign : 0;
    const kinds = kindsIn(property);
    const part = { from: node.start!, to: node.end!, property, built: false };
    if (property === 'font-weight')
      this.read.parts.push({ ...part, kind: 'fontWeight', text: String(value) });
    else if (value !== 0 && kinds?.has('length') && property !== 'line-height' && !property.startsWith('--'))
      this.read.parts.push({ ...part, kind: 'length', text: `${value}px` });
  }

  /** A text with pieces put in: what stands between them counts, and tokens by their path. */
  private template(property: string, node: TemplateLiteral): void {
    if (!kindsIn(property)) return;
    const from = node.start! + 1;
    const raw = this.masked(node, from, node.end! - 1);
    this.read.parts.push(...partsAt(valueParts(property, raw), from, property, node.expressions.length > 0));
    for (const one of node.expressions) this.token(property, one);
  }

  /** A style sheet in a template literal; nested as SCSS nests, with pieces put in. */
  private sheet(node: TemplateLiteral): void {
    const [from, to] = [node.start! + 1, node.end! - 1];
    const source = this.text.slice(0, from) + this.masked(node, from, to);
    try {
      this.put(readEmbedded(source, from, to, 'scss'));
    } catch (error) {
      // What pieces make of it cannot be known.
      if (!(error instanceof UnreadableSource)) throw error;
    }
    for (const one of node.expressions) {
      const property = /([\w-]+)\s*:[^:;{}]*\$\{\s*$/.exec(this.text.slice(from, one.start!))?.[1];
      if (property !== undefined) this.token(property, one);
    }
  }

  /** The text of a template literal with `${…}` covered, everything else where it stood. */
  private masked(node: TemplateLiteral, from: number, to: number): string {
    let text = '';
    let at = from;
    for (const quasi of node.quasis) {
      text += cover(quasi.start! - at, text) + this.text.slice(quasi.start!, quasi.end!);
      at = quasi.end!;
    }
    return text + cover(to - at, text);
  }
}

/** A word that is no value; where a statement begins, a remark. */
const cover = (length: number, before: string): string =>
  length >= 4 && /(^|[{;}])\s*$/.test(before)
    ? `/*${' '.repeat(length - 4)}*/`
    : '_'.repeat(Math.max(0, length));

/** `a.b['c'](…)` → a, b, c; nothing of what is called or put in. */
function namesOf(node: Node): string[] {
  if (node.type === 'Identifier') return [node.name];
  if (node.type === 'MemberExpression' || node.type === 'OptionalMemberExpression') {
    const { property } = node;
    const own = property.type === 'Identifier' && !node.computed ? property.name : property.type === 'StringLiteral' ? property.value : '';
    return [...namesOf(node.object), own];
  }
  if (node.type === 'CallExpression') return namesOf(node.callee as Node);
  if (node.type === 'TSNonNullExpression') return namesOf(node.expression);
  return [];
} // prettier-ignore

/** `tokens['color.text']` and `token('color.text')`, as the outputs for scripts name a token. */
function pathNamed(node: Node): string | undefined {
  if (node.type === 'MemberExpression' && node.computed && node.property.type === 'StringLiteral') return node.property.value;
  if (node.type === 'CallExpression' && namesOf(node.callee as Node).at(-1) === 'token' && node.arguments[0]?.type === 'StringLiteral')
    return node.arguments[0].value;
  return undefined;
} // prettier-ignore
