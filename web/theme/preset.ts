import { definePreset } from '@primeuix/themes';
import base from '@primeuix/themes/aura/base';
import badge from '@primeuix/themes/aura/badge';
import button from '@primeuix/themes/aura/button';
import checkbox from '@primeuix/themes/aura/checkbox';
import datatable from '@primeuix/themes/aura/datatable';
import dialog from '@primeuix/themes/aura/dialog';
import fileupload from '@primeuix/themes/aura/fileupload';
import inputnumber from '@primeuix/themes/aura/inputnumber';
import inputtext from '@primeuix/themes/aura/inputtext';
import menu from '@primeuix/themes/aura/menu';
import message from '@primeuix/themes/aura/message';
import popover from '@primeuix/themes/aura/popover';
import progressbar from '@primeuix/themes/aura/progressbar';
import ripple from '@primeuix/themes/aura/ripple';
import select from '@primeuix/themes/aura/select';
import selectbutton from '@primeuix/themes/aura/selectbutton';
import slider from '@primeuix/themes/aura/slider';
import textarea from '@primeuix/themes/aura/textarea';
import tabs from '@primeuix/themes/aura/tabs';
import toast from '@primeuix/themes/aura/toast';
import togglebutton from '@primeuix/themes/aura/togglebutton';
import tooltip from '@primeuix/themes/aura/tooltip';
import virtualscroller from '@primeuix/themes/aura/virtualscroller';

const madder = {
  50: '#fbf1f1',
  100: '#f4dcdd',
  200: '#e8b9bc',
  300: '#d88d92',
  400: '#c05b63',
  500: '#a33743',
  600: '#8f2b37',
  700: '#77232e',
  800: '#5f1d26',
  900: '#4a181f',
  950: '#2d0d12',
};
const paper = {
  0: '#ffffff',
  50: '#faf7f0',
  100: '#f3eee2',
  200: '#e7dfce',
  300: '#d3c8b2',
  400: '#a89c86',
  500: '#7d7362',
  600: '#5f5749',
  700: '#484236',
  800: '#312d26',
  900: '#211e1a',
  950: '#14120f',
};

/** The tokens of the controls that are used; those of all would be a third of the first load's styles. */
const components = {
  badge,
  button,
  checkbox,
  datatable,
  dialog,
  fileupload,
  inputnumber,
  inputtext,
  menu,
  message,
  popover,
  progressbar,
  ripple,
  select,
  selectbutton,
  slider,
  tabs,
  textarea,
  toast,
  togglebutton,
  tooltip,
  virtualscroller,
};

/** Drafting paper and ink: the controls' look, madder for what is chosen. */
export const foldPreset = definePreset(
  { ...base, components },
  {
    components: {
      // readable on every sheet
      button: {
        colorScheme: {
          light: {
            text: { secondary: { color: '{surface.600}' } },
            outlined: { secondary: { color: '{surface.700}', borderColor: '{surface.300}' } },
          },
        },
      },
      togglebutton: { colorScheme: { light: { root: { color: '{surface.600}' } } } }, // the same
      slider: {
        track: { size: '8px', background: 'none' },
        handle: { width: '16px', height: '16px', content: { width: '12px', height: '12px' } },
      },
      datatable: { headerCell: { background: 'transparent' }, row: { background: 'transparent' } },
      // Tabs stand on the fold line, in its own colour.
      tabs: {
        tablist: { background: 'transparent', borderWidth: '0' },
        tab: {
          padding: '0 9px',
          margin: '0',
          borderWidth: '0',
          color: 'inherit',
          hoverColor: 'inherit',
          activeColor: '{text.color}',
          hoverBackground: 'rgb(255 255 255 / 0.16)',
          fontWeight: '400',
          focusRing: { color: '#ffffff', offset: '-3px' },
        },
        activeBar: { height: '0' },
      },
    },
    primitive: { borderRadius: { none: '0', xs: '2px', sm: '3px', md: '4px', lg: '6px', xl: '8px' } },
    semantic: {
      primary: madder,
      focusRing: { width: '2px', style: 'solid', color: '{primary.500}', offset: '1px' },
      formField: { paddingX: '0.6rem', paddingY: '0.4rem' },
      colorScheme: {
        light: {
          surface: paper,
          overlay: { modal: { background: '#fffdf8' } },
          primary: {
            color: '{primary.600}',
            contrastColor: '#ffffff',
            hoverColor: '{primary.700}',
            activeColor: '{primary.800}',
          },
        },
      },
    },
  },
);
