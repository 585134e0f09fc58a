import { createTheme, type MantineColorsTuple } from '@mantine/core';
import type * as mantine from '@mantine/core';

/** What is set of a component. Its type alone: every page would carry the components that are only named here. */
type Extension<Component extends { extend: (input: never) => unknown }> = Parameters<
  Component['extend']
>[0];

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
  respectReducedMotion: true,
  luminanceThreshold: 0.4,
  colors: { ink, copper },
  fontFamily: 'var(--text-font)',
  fontFamilyMonospace: 'var(--label-font)',
  headings: { fontFamily: 'var(--label-font)', fontWeight: '600' },
  defaultRadius: 2,
  focusRing: 'auto',
  cursorType: 'pointer',
  components: {
    Button: {
      defaultProps: { size: 'md', variant: 'filled' },
      classNames: { root: 'press' },
      // our ink, whatever the scheme
      vars: (_theme, { variant, disabled }) => ({
        root: disabled
          ? {}
          : variant === 'filled'
            ? {
                '--button-bg': 'var(--ink)',
                '--button-hover': 'color-mix(in oklab, var(--ink), var(--paper) 15%)',
                '--button-color': 'var(--paper)',
              }
            : variant === 'subtle'
              ? { '--button-color': 'var(--ink)' }
              : {},
      }),
    } satisfies Extension<typeof mantine.Button>,
    Input: {
      styles: {
        wrapper: { '--input-bg': 'var(--panel)', '--input-color': 'var(--ink)' } as object,
      },
    } satisfies Extension<typeof mantine.Input>,
    Checkbox: {
      defaultProps: { size: 'md', color: 'var(--ink)', iconColor: 'var(--paper)' },
      styles: { input: { borderColor: 'var(--ink-2)', borderWidth: 1.5 } },
    } satisfies Extension<typeof mantine.Checkbox>,
    Radio: {
      defaultProps: { size: 'md', color: 'var(--ink)', iconColor: 'var(--paper)' },
      styles: { radio: { borderColor: 'var(--ink-2)', borderWidth: 1.5 } },
    } satisfies Extension<typeof mantine.Radio>,
    SegmentedControl: {
      defaultProps: { size: 'md' },
      styles: {
        root: { background: 'var(--wash)' },
        indicator: { background: 'var(--panel)', border: '1.5px solid var(--ink)' },
        label: { color: 'var(--ink)' },
      },
    } satisfies Extension<typeof mantine.SegmentedControl>,
    Table: {
      defaultProps: { horizontalSpacing: 'sm', verticalSpacing: 6, fz: 17 },
      styles: {
        table: { '--table-border-color': 'var(--rule)' } as object,
        th: {
          fontFamily: 'var(--label-font)',
          fontSize: 16,
          fontWeight: 600,
          color: 'var(--ink-2)',
          verticalAlign: 'bottom',
        },
        td: { verticalAlign: 'baseline' },
      },
    } satisfies Extension<typeof mantine.Table>,
    Notification: {
      defaultProps: {
        styles: { root: { background: 'var(--panel)', border: '1px solid var(--rule-strong)' } },
      },
    },
    Popover: { defaultProps: { styles: { dropdown: { background: 'var(--panel)' } } } },
    TimePicker: { defaultProps: { size: 'md', styles: { field: { width: '3.2ch' } } } },
    Textarea: { defaultProps: { size: 'md', autosize: true, minRows: 2 } },
    Select: { defaultProps: { size: 'md', allowDeselect: true } },
    ...large('TextInput', 'NativeSelect', 'NumberInput', 'Autocomplete', 'PasswordInput'),
    ...large('FileInput', 'DateInput', 'RadioGroup', 'CheckboxGroup'),
  },
});

/** Components that are large enough for a gloved hand, and nothing more. */
function large(...names: string[]) {
  return Object.fromEntries(names.map((name) => [name, { defaultProps: { size: 'md' } }]));
}
