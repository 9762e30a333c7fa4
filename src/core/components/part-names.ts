const inSelectors = (part: string) =>
  new RegExp(`(\\[part~?=)(["']?)${part.replace(/[^\w-]/g, '')}\\2\\]`, 'g');

/** CSS with another name for a part in its selectors. */
export const partRenamedInCss = (css: string, from: string, to: string): string =>
  css.replace(inSelectors(from), (_, before: string, quote: string) => `${before}${quote}${to}${quote}]`);

/** Whether CSS selects a part by name. */
export const selectsPart = (css: string, part: string): boolean => inSelectors(part).test(css);

/** A template whose conditions speak of a value of a choice by another name, all else as it was written. */
export const valueRenamedInTemplate = (template: string, prop: string, from: string, to: string): string =>
  template.replace(
    /(\swhen\s*=\s*)(["'])([^"']*)\2/g,
    (_, before: string, quote: string, conditions: string) => {
      const spoken = conditions.replace(
        /([\w-]+)(\s+is\s+)([\w-]+(?:\s+or\s+[\w-]+)*)/g,
        (phrase: string, name: string, is: string, values: string) =>
          name === prop
            ? `${name}${is}${values.replace(/[\w-]+/g, (value) => (value === from ? to : value))}`
            : phrase,
      );
      return `${before}${quote}${spoken}${quote}`;
    },
  );

/** A template with another name for a part, all else as it was written. */
export const partRenamedInTemplate = (template: string, from: string, to: string): string =>
  template.replace(
    new RegExp(`(\\spart\\s*=\\s*)(["']?)${from.replace(/[^\w-]/g, '')}\\2(?=[\\s/>])`, 'g'),
    (_, before: string, quote: string) => `${before}${quote}${to}${quote}`,
  );
