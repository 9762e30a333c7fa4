/**
 * An ESLint rule of the project's own: how the interface speaks. It reads the words of JSX text, of labels given as
 * attributes, and of the messages of refusals, findings and problems.
 */
const PRONOUN = /^(\p{Lu}[\p{Ll}’]+)( \p{Ll}+)? (it|them|this|that|these|those|here|there)( …|\.\.\.)?$/u;
/** Words that have a plain one in their place. */
const RETIRED = [
  [/\b[Tt]ake (it |them |this )?out\b|\btaken out\b/, 'Remove'],
  [/\b[Tt]ake back\b|\btakes? it back\b/, 'Remove, Withdraw or Undo'],
  [
    /\b[Bb]ring (in|CSS|it again|it too)\b|\b[Bb]ring (files|fonts|font files)\b|\bbrought in\b/,
    'Import or Upload',
  ],
  [/\b[Mm]end(s|ed|able|ing)?\b/, 'Fix'],
  [/\b[Mm]ore to do\b/, 'Actions'],
  [/\b[Cc]ut (it )?loose\b/, 'Unlink'],
  [/\b[Dd]escends? from\b|\bancestor\b/, 'Inherits from, inherited'],
  [/\bSomething went wrong\b/, 'what failed, and what to do'],
  [/\boverruled\b/, 'overridden'],
  [/\bmistakes?\b/, 'error'],
  [/\bmust not be made\b/, 'excluded'],
  [/\ball hold\b|\bnone fails?\b/, 'all pass, no failures'],
];
/** `3 tokens` of one: the count is followed by a plural that stands there whatever the count is. */
const BARE_PLURAL =
  /^(tokens|components|findings|changes|combinations|places|uses|errors|products|screens|files|rules)$/;
/** Names of states are data, also where they stand in the code. */
const STATE = /^(rest|hover|focus-visible|active|disabled)(, (hover|focus-visible))?$/;
/** Begins with a small letter and is no name that is written so: sRGB. */
const LOWER = /^\p{Ll}(?!\p{Lu})/u;
/** Members that hold what a person is told. */
const SAYING = new Set(['label', 'problem', 'fix', 'message', 'detail']);
const LABELS = new Set(['label', 'title', 'placeholder', 'description', 'aria-label', 'nothingFound']);

/** @type {import('eslint').Rule.RuleModule} */
const plainWords = {
  meta: {
    type: 'problem',
    messages: {
      retired: '“{{text}}”: say {{instead}}',
      pronoun: '“{{text}}”: a control names its verb and its object',
      plural: '“{{text}}” after a number: use counted() from core/base/words',
      lower: '“{{text}}”: an option begins with a capital letter',
      capital: '“{{text}}”: a button begins with a capital letter',
    },
    schema: [],
  },
  create(context) {
    const text = (node) =>
      node.type === 'Literal' && typeof node.value === 'string'
        ? node.value
        : node.type === 'TemplateLiteral'
          ? node.quasis.map(({ value }) => value.cooked).join(' ')
          : node.type === 'JSXText'
            ? node.value.replace(/\s+/g, ' ').trim()
            : undefined;
    /** How a text begins, where its beginning stands in the code. */
    const begin = (node) => {
      if (node.type === 'Literal') return typeof node.value === 'string' ? node.value : '';
      return node.type === 'TemplateLiteral' ? (node.quasis[0]?.value.cooked ?? '') : '';
    };
    const check = (node, said = text(node)) => {
      if (!said) return;
      for (const [word, instead] of RETIRED)
        if (word.test(said)) context.report({ node, messageId: 'retired', data: { text: said, instead } });
    };
    const isButton = (name) => /^(Button|UnstyledButton|button|Menu\.Item)$/.test(name);
    const nameOf = (element) => context.sourceCode.getText(element.openingElement?.name ?? element);
    return {
      JSXText(node) {
        const said = text(node);
        check(node, said);
        const { parent } = node;
        if (parent.type !== 'JSXElement') return;
        if (isButton(nameOf(parent)) && PRONOUN.test(said))
          context.report({ node, messageId: 'pronoun', data: { text: said } });
        const at = parent.children.indexOf(node);
        const before = parent.children[at - 1];
        if (
          before?.type === 'JSXExpressionContainer' &&
          /\.length$/.test(context.sourceCode.getText(before.expression)) &&
          BARE_PLURAL.test(said.split(/[ .,;]/)[0] ?? '')
        )
          context.report({ node, messageId: 'plural', data: { text: said } });
      },
      // A pronoun that a button gets by an expression: {many ? 'them' : 'it'}.
      Literal(node) {
        if (!/^(it|them|this|that|these|those|here|there)$/.test(String(node.value))) return;
        const button = context.sourceCode
          .getAncestors(node)
          .find((one) => one.type === 'JSXElement' && isButton(nameOf(one)));
        const inside = context.sourceCode.getAncestors(node).some(({ type }) => type === 'JSXAttribute');
        if (button && !inside)
          context.report({ node, messageId: 'pronoun', data: { text: String(node.value) } });
      },
      JSXAttribute(node) {
        if (!LABELS.has(node.name.name) || !node.value) return;
        const value = node.value.type === 'JSXExpressionContainer' ? node.value.expression : node.value;
        check(value);
        const said = begin(value);
        if (/^(label|aria-label|title)$/.test(node.name.name) && LOWER.test(said))
          context.report({ node: value, messageId: 'lower', data: { text: said } });
      },
      Property(node) {
        if (node.key.type !== 'Identifier' || !SAYING.has(node.key.name)) return;
        check(node.value);
        if (node.key.name !== 'label') return;
        // What is data (a path, a prop's value, a brand) comes from variables, not from a text in the code.
        if (
          LOWER.test(begin(node.value)) &&
          !STATE.test(begin(node.value)) &&
          node.parent.properties.some((other) => other.key?.name === 'value')
        )
          context.report({ node: node.value, messageId: 'lower', data: { text: begin(node.value) } });
      },
      CallExpression(node) {
        const name = node.callee.type === 'Identifier' ? node.callee.name : '';
        if (['refuse', 'badRequest', 'forbidden', 'notFound', 'report', 'change'].includes(name))
          node.arguments.forEach((one) => check(one));
      },
      NewExpression(node) {
        if (/(Refusal|Problem|Error)$/.test(context.sourceCode.getText(node.callee)))
          node.arguments.forEach((one) => check(one));
      },
    };
  },
};

export default { rules: { 'plain-words': plainWords } };
