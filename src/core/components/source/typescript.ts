import { parse, type ParserPlugin } from '@babel/parser';
import type {
  Expression,
  Node,
  Statement,
  TSInterfaceDeclaration,
  TSType,
  TSTypeAliasDeclaration,
  TSTypeElement,
} from '@babel/types';
import { kindOfType, SourceProblem, type CodeComponent, type CodeProp, type SourceReader } from './source';

type Declared = TSInterfaceDeclaration | TSTypeAliasDeclaration;

/** TypeScript with or without JSX: every `…Props` type, and every component with typed props, is a component. */
export const typescript: SourceReader = {
  label: 'TypeScript',
  accepts: (file) => /\.(d\.ts|[cm]?tsx?)$/i.test(file),
  read(file, text) {
    const plugins: ParserPlugin[] = ['typescript', ...(/x$/i.test(file) ? (['jsx'] as const) : [])];
    let body: Statement[];
    try {
      const options = { sourceType: 'module', plugins, errorRecovery: false } as const;
      body = parse(
        text,
        /\.d\.[cm]?ts$/i.test(file) ? { ...options, plugins: [['typescript', { dts: true }]] } : options,
      ).program.body;
    } catch (error) {
      const { loc } = error as { loc?: { line: number; column: number } };
      const where = loc ? ` at line ${loc.line}, column ${loc.column + 1}` : '';
      throw new SourceProblem(`${file} is not readable TypeScript${where}`, 'Correct it there');
    }
    return new Reading(text, body).components(file);
  },
};

class Reading {
  private readonly types = new Map<string, Declared>();
  private readonly defaults = new Map<string, Map<string, string>>();
  private readonly named = new Map<string, string>();

  constructor(
    private readonly text: string,
    body: readonly Statement[],
  ) {
    for (const statement of body) this.look(statement);
  }

  /** Types and functions of the module, exported or not. */
  private look(statement: Statement): void {
    const node: Node | null | undefined =
      statement.type === 'ExportNamedDeclaration' || statement.type === 'ExportDefaultDeclaration'
        ? statement.declaration
        : statement;
    if (!node) return;
    if (node.type === 'TSInterfaceDeclaration' || node.type === 'TSTypeAliasDeclaration')
      this.types.set(node.id.name, node);
    else if (node.type === 'FunctionDeclaration' || node.type === 'TSDeclareFunction')
      this.component(node.id?.name ?? 'component', node.params);
    else if (node.type === 'VariableDeclaration')
      for (const { id, init } of node.declarations)
        if (id.type === 'Identifier' && init) this.expression(id.name, init);
  }

  /** A function, or one handed to a wrapper such as `forwardRef(…)`. */
  private expression(name: string, value: Expression): void {
    if (value.type === 'ArrowFunctionExpression' || value.type === 'FunctionExpression')
      this.component(name, value.params);
    else if (value.type === 'CallExpression')
      for (const argument of value.arguments)
        if (/(Function|Call)Expression$/.test(argument.type)) this.expression(name, argument as Expression);
  }

  private component(name: string, params: readonly Node[]): void {
    const [first] = params;
    if (!first || !/^[A-Z]/.test(name)) return;
    const annotation =
      'typeAnnotation' in first && first.typeAnnotation?.type === 'TSTypeAnnotation'
        ? first.typeAnnotation.typeAnnotation
        : undefined;
    if (!annotation) return;
    let type: string;
    if (annotation.type === 'TSTypeReference' && annotation.typeName.type === 'Identifier')
      type = annotation.typeName.name;
    else {
      type = `${name}Props`;
      this.types.set(type, {
        type: 'TSTypeAliasDeclaration',
        id: { type: 'Identifier', name: type },
        typeAnnotation: annotation,
      } as TSTypeAliasDeclaration);
    }
    this.named.set(type, name);
    if (first.type !== 'ObjectPattern') return;
    const defaults = new Map<string, string>();
    for (const property of first.properties)
      if (
        property.type === 'ObjectProperty' &&
        property.key.type === 'Identifier' &&
        property.value.type === 'AssignmentPattern'
      )
        defaults.set(property.key.name, this.source(property.value.right).replace(/^(["'`])(.*)\1$/, '$2'));
    this.defaults.set(type, defaults);
  }

  components(file: string): CodeComponent[] {
    const names = [...this.types.keys()].filter((name) => this.named.has(name) || /.Props$/.test(name));
    const found = names.flatMap((type): CodeComponent[] => {
      const props = [...this.members(type, new Set()).values()];
      const defaults = this.defaults.get(type);
      return props.length === 0
        ? []
        : [
            {
              name: this.named.get(type) ?? type.replace(/Props$/, ''),
              props: props.map((prop) => ({
                ...prop,
                ...(defaults?.has(prop.name) && { default: defaults.get(prop.name)! }),
              })),
            },
          ];
    });
    if (found.length === 0)
      throw new SourceProblem(
        `${file} declares no props`,
        'Choose a file with a type such as ButtonProps, or a component with typed props',
      );
    return found;
  }

  /** The props of a type of this module, those of what it extends and joins first. */
  private members(name: string, seen: Set<string>): Map<string, CodeProp> {
    const declared = this.types.get(name);
    if (!declared || seen.has(name)) return new Map();
    seen.add(name);
    if (declared.type === 'TSTypeAliasDeclaration') return this.ofType(declared.typeAnnotation, seen);
    const inherited = (declared.extends ?? []).flatMap(({ expression }) =>
      expression.type === 'Identifier' ? [...this.members(expression.name, seen)] : [],
    );
    return new Map([...inherited, ...this.ofElements(declared.body.body)]);
  }

  private ofType(type: TSType, seen: Set<string>): Map<string, CodeProp> {
    if (type.type === 'TSTypeLiteral') return this.ofElements(type.members);
    if (type.type === 'TSIntersectionType')
      return new Map(type.types.flatMap((one) => [...this.ofType(one, seen)]));
    if (type.type === 'TSTypeReference' && type.typeName.type === 'Identifier')
      return this.members(type.typeName.name, seen);
    return new Map();
  }

  private ofElements(elements: readonly TSTypeElement[]): Map<string, CodeProp> {
    const props = new Map<string, CodeProp>();
    for (const element of elements) {
      if (element.type !== 'TSPropertySignature' || element.computed) continue;
      const name =
        element.key.type === 'Identifier'
          ? element.key.name
          : element.key.type === 'StringLiteral'
            ? element.key.value
            : '';
      const type = element.typeAnnotation?.typeAnnotation;
      // What is called when something happens is an event, and no prop of the look.
      if (name === '' || !type || type.type === 'TSFunctionType' || /^(on[A-Z]|ref$|key$)/.test(name))
        continue;
      const description = (element.leadingComments ?? [])
        .at(-1)
        ?.value.replace(/^\s*\*+\s?/gm, '')
        .split(/\n\s*@|^@/m)[0]!
        .trim();
      props.set(name, {
        name,
        ...kindOfType(this.spelled(type, new Set())),
        ...(description && { description }),
      });
    }
    return props;
  }

  /** A type as text, with the module's own names put in where they are unions. */
  private spelled(type: TSType, seen: Set<string>): string {
    if (type.type === 'TSUnionType') return type.types.map((one) => this.spelled(one, seen)).join(' | ');
    if (type.type === 'TSParenthesizedType') return this.spelled(type.typeAnnotation, seen);
    if (type.type === 'TSTypeReference' && type.typeName.type === 'Identifier') {
      const own = this.types.get(type.typeName.name);
      if (own?.type === 'TSTypeAliasDeclaration' && !seen.has(own.id.name))
        return this.spelled(own.typeAnnotation, new Set([...seen, own.id.name]));
    }
    return this.source(type);
  }

  private source = ({ start, end }: Node): string => this.text.slice(start ?? 0, end ?? 0);
}
