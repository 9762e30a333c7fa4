import { createTheme, type CSSVariablesResolver, type MantineColorsTuple } from '@mantine/core';

/** Near-neutral, so that the library's own colours are judged against nothing of ours. */
const stone: MantineColorsTuple = ['#fafafa', '#f3f3f3', '#e8e8e8', '#d9d9d8', '#bdbdbc', '#9a9a99', '#6e6e6d', '#545453', '#383837', '#222221'];
const night: MantineColorsTuple = ['#e6e6e5', '#c6c6c5', '#a8a8a7', '#7f7f7e', '#4a4a49', '#3a3a39', '#2b2b2a', '#222221', '#1a1a19', '#121211'];
/** The one accent, for selection and focus. */
const ink: MantineColorsTuple = ['#eef1f7', '#dce2ee', '#b7c3db', '#90a2c6', '#6f86b5', '#5b74a9', '#4b6498', '#3f558a', '#32456f', '#253453'];
const brick: MantineColorsTuple = ['#fbefec', '#f3dad4', '#e3b2a8', '#d28678', '#c4614f', '#b94a36', '#a83c29', '#8f3222', '#74281b', '#561d13'];
const moss: MantineColorsTuple = ['#eff5ee', '#dbe8d9', '#b5d0b1', '#8cb687', '#6a9d64', '#54884e', '#43733e', '#365f32', '#294b26', '#1d361b'];
const straw: MantineColorsTuple = ['#fbf5e6', '#f3e6c3', '#e5cd8b', '#d3b154', '#bb942c', '#9c7917', '#7d600e', '#664e09', '#4f3c06', '#382a04'];

export const theme = createTheme({
  fontFamily: "'Archivo Variable', system-ui, sans-serif",
  fontFamilyMonospace: "'Commit Mono', ui-monospace, monospace",
  headings: { fontFamily: "'Archivo Variable', system-ui, sans-serif", fontWeight: '620' },
  colors: { gray: stone, dark: night, ink, red: brick, green: moss, yellow: straw },
  primaryColor: 'ink',
  primaryShade: { light: 7, dark: 4 },
  defaultRadius: 3,
  fontSizes: { xs: '12px', sm: '13px', md: '14px', lg: '16px', xl: '19px' },
  autoContrast: true,
  cursorType: 'pointer',
  focusRing: 'auto',
  components: {
    Button: { defaultProps: { size: 'xs' } },
    TextInput: { defaultProps: { size: 'xs' } },
    Textarea: { defaultProps: { size: 'xs' } },
    Select: { defaultProps: { size: 'xs' } },
    Autocomplete: { defaultProps: { size: 'xs' } },
    SegmentedControl: { defaultProps: { size: 'xs' } },
    Checkbox: { defaultProps: { size: 'xs' } },
    Tooltip: { defaultProps: { openDelay: 400 } },
    Modal: { defaultProps: { centered: true, overlayProps: { backgroundOpacity: 0.3 } } },
  },
});

export const variables: CSSVariablesResolver = () => ({
  variables: {},
  light: {
    '--mantine-color-body': '#ececeb',
    '--mantine-color-text': '#1c1c1b',
    '--mantine-color-dimmed': '#5a5a59',
    '--sheet': '#f9f9f8',
    '--sheet-raised': '#ffffff',
    '--line': '#d6d6d5',
    '--line-strong': '#a9a9a8',
    '--accent': '#3f558a',
    '--accent-wash': '#e4e9f3',
    '--bad': '#8f3222',
    '--warn': '#6b5108',
    '--good': '#365f32',
  },
  dark: {
    '--mantine-color-body': '#161615',
    '--mantine-color-text': '#ececeb',
    '--mantine-color-dimmed': '#a8a8a7',
    '--sheet': '#1f1f1e',
    '--sheet-raised': '#272726',
    '--line': '#3a3a39',
    '--line-strong': '#666665',
    '--accent': '#9db1da',
    '--accent-wash': '#2a3245',
    '--bad': '#e59a8b',
    '--warn': '#dbbb68',
    '--good': '#97c491',
  },
});
