import { createTheme, type MantineColorsTuple } from '@mantine/core'

const petrol: MantineColorsTuple = [
  '#eef5f6',
  '#dce9eb',
  '#b6d1d6',
  '#8cb7bf',
  '#68a0ab',
  '#4d8f9c',
  '#34798a',
  '#226474',
  '#14535f',
  '#0b434e',
]

/** Paper and ink: square corners, one ink colour, figures of equal width. */
export const theme = createTheme({
  colors: { petrol },
  primaryColor: 'petrol',
  primaryShade: { light: 8, dark: 7 },
  autoContrast: true,
  defaultRadius: 2,
  fontFamily: "'Source Sans 3 Variable', system-ui, sans-serif",
  headings: { fontFamily: "'Source Sans 3 Variable', system-ui, sans-serif" },
  cursorType: 'pointer',
  respectReducedMotion: true,
  components: {
    Notification: { defaultProps: { closeButtonProps: { 'aria-label': 'Close' } } },
    Button: { defaultProps: { size: 'md' } },
    TextInput: { defaultProps: { size: 'md' } },
    Select: { defaultProps: { size: 'md' } },
    MultiSelect: { defaultProps: { size: 'md' } },
    TagsInput: { defaultProps: { size: 'md' } },
    Textarea: { defaultProps: { size: 'md' } },
    Autocomplete: { defaultProps: { size: 'md' } },
    DateInput: { defaultProps: { size: 'md' } },
    DatePickerInput: { defaultProps: { size: 'md' } },
    TimePicker: { defaultProps: { size: 'md' } },
    InputWrapper: { defaultProps: { size: 'md' } },
    RadioGroup: { defaultProps: { size: 'md' } },
    CheckboxGroup: { defaultProps: { size: 'md' } },
  },
})
