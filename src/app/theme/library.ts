import { defineConfig } from '@chakra-ui/react';
import {
  animationStyles,
  breakpoints,
  buttonRecipe,
  cssVarsPrefix,
  cssVarsRoot,
  globalCss,
  inputRecipe,
  keyframes,
  layerStyles,
  menuSlotRecipe,
  nativeSelectSlotRecipe,
  semanticTokens,
  textareaRecipe,
  textStyles,
  tokens,
} from '@chakra-ui/react/theme';

const { transparent, current, black, white, gray, red, orange, green, blue } = tokens.colors;
const { bg, fg, border, gray: grayPalette } = semanticTokens.colors;

/**
 * What this application takes of the component library's theme: the recipes of the components it uses and one palette. The
 * whole theme is worked out twice where it is imported whole, which was a fifth of a second of every page's beginning. A
 * component that is new here needs its recipe in this list.
 */
export const library = defineConfig({
  preflight: true,
  cssVarsPrefix,
  cssVarsRoot,
  globalCss,
  theme: {
    breakpoints,
    keyframes,
    tokens: { ...tokens, colors: { transparent, current, black, white, gray, red, orange, green, blue } },
    semanticTokens: { ...semanticTokens, colors: { bg, fg, border, gray: grayPalette } },
    recipes: { button: buttonRecipe, input: inputRecipe, textarea: textareaRecipe },
    slotRecipes: { menu: menuSlotRecipe, nativeSelect: nativeSelectSlotRecipe },
    textStyles,
    layerStyles,
    animationStyles,
  },
});
