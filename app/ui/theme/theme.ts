import {
  createTheme,
  type ButtonProps,
  type ButtonStylesNames,
  type CSSVariablesResolver,
  type InputStylesNames,
  type InputWrapperStylesNames,
  type MantineColorsTuple,
  type PillStylesNames,
} from '@mantine/core';
import controls from './controls.module.css';

const spruce: MantineColorsTuple = [
  '#eef5f2',
  '#dceae5',
  '#c3dcd5',
  '#a9cbc3',
  '#7fb3a8',
  '#5a998d',
  '#3d7f75',
  '#1e5a52',
  '#194c45',
  '#133c36',
];

type Names<Part extends string> = Partial<Record<Part, string | undefined>>;

/** Our look on the library's controls: lines instead of boxes, our type, our colours. */
export const theme = createTheme({
  fontFamily: 'var(--font-sans)',
  headings: { fontFamily: 'var(--font-serif)', fontWeight: '560' },
  colors: { spruce },
  primaryColor: 'spruce',
  primaryShade: { light: 7, dark: 3 },
  defaultRadius: 3,
  cursorType: 'pointer',
  respectReducedMotion: true,
  // Told by name: to extend the controls themselves would bring them to every page, also where none stands.
  components: {
    Input: { classNames: { input: controls.input } satisfies Names<InputStylesNames> },
    InputWrapper: {
      classNames: {
        label: controls.label,
        description: controls.description,
        error: controls.error,
        required: controls.required,
      } satisfies Names<InputWrapperStylesNames>,
    },
    Pill: {
      classNames: {
        root: controls.pill,
        remove: controls.pillRemove,
      } satisfies Names<PillStylesNames>,
    },
    Button: {
      defaultProps: { variant: 'filled' } satisfies ButtonProps,
      classNames: { root: controls.button } satisfies Names<ButtonStylesNames>,
    },
  },
});

/** Hands our colours to the library's own variables, light and dark. */
export const cssVariables: CSSVariablesResolver = () => {
  const ours = {
    '--mantine-color-body': 'var(--paper)',
    '--mantine-color-text': 'var(--ink)',
    '--mantine-color-dimmed': 'var(--soft)',
    '--mantine-color-default': 'var(--sheet)',
    '--mantine-color-default-border': 'var(--hairline)',
    '--mantine-color-placeholder': 'var(--soft)',
    '--mantine-color-error': 'var(--clay)',
    '--mantine-color-anchor': 'var(--spruce)',
  };
  return { variables: {}, light: ours, dark: ours };
};
