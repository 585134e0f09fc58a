import { createTheme, type CSSVariablesResolver, type MantineColorsTuple } from '@mantine/core';

/** Blue-black ink, from the palest wash to solid. */
const ink: MantineColorsTuple = [
  '#eef0f5',
  '#dde1ea',
  '#bcc4d4',
  '#98a3bb',
  '#7885a3',
  '#5b6377',
  '#3d4a66',
  '#26334f',
  '#14213a',
  '#0b1526',
];

const copper: MantineColorsTuple = [
  '#fbeee5',
  '#f3dccd',
  '#e7b998',
  '#dc9461',
  '#d07a41',
  '#b5622b',
  '#9a4f1e',
  '#7d3f17',
  '#613012',
  '#46220c',
];

export const theme = createTheme({
  primaryColor: 'ink',
  primaryShade: { light: 8, dark: 1 },
  autoContrast: true,
  luminanceThreshold: 0.4,
  colors: { ink, copper },
  fontFamily: "'Atkinson Hyperlegible', sans-serif",
  fontFamilyMonospace: "'Barlow Condensed', sans-serif",
  headings: { fontFamily: "'Barlow Condensed', sans-serif", fontWeight: '600' },
  defaultRadius: 2,
  focusRing: 'auto',
  cursorType: 'pointer',
  components: {
    Button: { defaultProps: { size: 'md', variant: 'filled' } },
    TextInput: { defaultProps: { size: 'md' } },
    Textarea: { defaultProps: { size: 'md', autosize: true, minRows: 2 } },
    Select: { defaultProps: { size: 'md', allowDeselect: true } },
    NativeSelect: { defaultProps: { size: 'md' } },
    NumberInput: { defaultProps: { size: 'md' } },
    Autocomplete: { defaultProps: { size: 'md' } },
    PasswordInput: { defaultProps: { size: 'md' } },
    Checkbox: { defaultProps: { size: 'md' } },
    SegmentedControl: { defaultProps: { size: 'md' } },
  },
});

/** Gives Mantine's own surfaces the inks of `global.css`. */
export const inks: CSSVariablesResolver = () => {
  const shared = {
    '--mantine-color-body': 'var(--paper)',
    '--mantine-color-text': 'var(--ink)',
    '--mantine-color-dimmed': 'var(--ink-2)',
    '--mantine-color-default': 'var(--panel)',
    '--mantine-color-default-border': 'var(--rule-strong)',
    '--mantine-color-default-hover': 'var(--wash)',
    '--mantine-color-default-color': 'var(--ink)',
    '--mantine-color-placeholder': 'var(--ink-2)',
    '--mantine-color-error': 'var(--alarm)',
    '--mantine-color-anchor': 'var(--ink)',
  };
  return { variables: {}, light: shared, dark: shared };
};
