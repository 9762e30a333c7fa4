import { RuleTester } from 'eslint';
import tseslint from 'typescript-eslint';
import words from '../../scripts/lint-words.mjs';

const tester = new RuleTester({
  languageOptions: {
    parser: tseslint.parser as never,
    parserOptions: { ecmaFeatures: { jsx: true } },
  },
});
const errors = (messageId: string) => ({ errors: [{ messageId }] });

tester.run('plain-words', words.rules['plain-words'] as never, {
  valid: [
    '<Button>Remove rule</Button>',
    '<p>Take the boat to the outer quay</p>',
    "const options = [{ value: 'a', label: 'All tokens' }];",
    "const options = [{ value: 'rest', label: 'rest' }];",
    'const options = [{ value: name, label: name }];',
    "const options = [{ value: 'srgb', label: 'sRGB' }];",
    '<TextInput label={name} />',
    '<TextInput label={`${name} of ${part}`} />',
    "refuse('There is no token', 'Choose one from the list')",
    "<p>{counted(rows.length, 'token')}</p>",
  ],
  invalid: [
    { code: '<Button>Store it</Button>', ...errors('pronoun') },
    {
      code: "<Button>Put {many ? 'them' : 'it'} away</Button>",
      errors: [{ messageId: 'pronoun' }, { messageId: 'pronoun' }],
    },
    { code: '<Menu.Item>Move them …</Menu.Item>', ...errors('pronoun') },
    { code: '<p>Cut it loose from the parent</p>', ...errors('retired') },
    { code: '<TextInput label="Bring in files" />', ...errors('retired') },
    { code: '<TextInput label={`Mend ${count}`} />', ...errors('retired') },
    { code: "refuse('It comes from an ancestor', '')", ...errors('retired') },
    { code: "throw new Refusal('Something went wrong', '')", ...errors('retired') },
    { code: "const options = [{ value: '', label: 'all tokens' }];", ...errors('lower') },
    { code: "const options = [{ value: 'logo', label: 'a logo' }];", ...errors('lower') },
    { code: 'const options = [{ value: name, label: `for ${name}` }];', ...errors('lower') },
    { code: '<Checkbox label="inside" />', ...errors('lower') },
    { code: '<svg aria-label={`has ${count}`} />', ...errors('lower') },
    { code: '<p>{rows.length} tokens</p>', ...errors('plural') },
  ],
});
