import { createTheme, type MantineColorsTuple } from '@mantine/core';

/** Ten steps around the action colour; the library picks step 7 by day and 3 at dusk. */
const petrol: MantineColorsTuple = [
  '#eaf2f3',
  '#d3e3e5',
  '#a9c9cd',
  '#7fb0b6',
  '#5f9ea6',
  '#3f858e',
  '#2b6f78',
  '#1f5c66',
  '#184a52',
  '#10363d',
];

export const theme = createTheme({
  fontFamily: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
  fontFamilyMonospace: "'Atkinson Hyperlegible Mono Variable', ui-monospace, monospace",
  headings: { fontFamily: "'Barlow Condensed', 'Arial Narrow', sans-serif", fontWeight: '600' },
  colors: { petrol },
  primaryColor: 'petrol',
  primaryShade: { light: 7, dark: 3 },
  autoContrast: true,
  defaultRadius: 3,
  respectReducedMotion: true,
  cursorType: 'pointer',
  components: {
    // Large enough for a finger.
    Radio: { defaultProps: { size: 'md' } },
    Modal: {
      defaultProps: {
        closeButtonProps: { 'aria-label': 'Close' },
        transitionProps: { duration: 0 },
        overlayProps: { backgroundOpacity: 0.5 },
      },
    },
    Menu: { defaultProps: { transitionProps: { duration: 0 }, shadow: 'none' } },
    Select: { defaultProps: { comboboxProps: { transitionProps: { duration: 0 }, shadow: 'none' }, allowDeselect: false } },
    InputWrapper: { defaultProps: { inputWrapperOrder: ['label', 'input', 'description', 'error'] } },
    Popover: { defaultProps: { transitionProps: { duration: 0 }, shadow: 'none' } },
  },
});
