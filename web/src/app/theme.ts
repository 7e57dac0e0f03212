import { theme as antTheme, type ThemeConfig } from 'antd';
import { PALETTES, type ThemeName } from './palette';

const FONT =
  "'Atkinson Hyperlegible Next Variable', 'Noto Sans Variable', 'Noto Sans Symbols 2', sans-serif";

/** The component library's tokens for a palette. */
export function antThemeFor(name: ThemeName): ThemeConfig {
  const palette = PALETTES[name];
  return {
    algorithm: name === 'light' ? antTheme.defaultAlgorithm : antTheme.darkAlgorithm,
    token: {
      fontFamily: FONT,
      fontSize: 15,
      colorPrimary: palette.accent,
      colorTextLightSolid: palette.onAccent,
      colorInfo: palette.accent,
      colorWarning: palette.caution,
      colorError: palette.stop,
      colorSuccess: palette.accent,
      colorLink: palette.accentText,
      colorText: palette.ink,
      colorTextSecondary: palette.secondInk,
      colorTextTertiary: palette.secondInk,
      colorTextDescription: palette.secondInk,
      colorTextPlaceholder: palette.secondInk,
      colorTextDisabled: palette.secondInk,
      colorBgBase: palette.paper,
      colorBgLayout: palette.paper,
      colorBgContainer: palette.surface,
      colorBgElevated: palette.surface,
      colorBorder: palette.strongRule,
      colorBorderSecondary: palette.rule,
      borderRadius: 3,
      controlHeight: 38,
      controlHeightSM: 30,
      controlItemBgActive: palette.accentTint,
      boxShadow: 'none',
      boxShadowSecondary: `0 0 0 1px ${palette.strongRule}`,
      motion: !asksForStillness(),
      motionDurationMid: '0.1s',
      motionDurationSlow: '0.12s',
    },
    components: {
      Button: { fontWeight: 600, primaryShadow: 'none', defaultShadow: 'none' },
      Segmented: {
        itemSelectedBg: palette.ink,
        itemSelectedColor: palette.paper,
        trackBg: palette.surface,
      },
      Modal: { titleFontSize: 20 },
    },
  };
}

/** Whether this device's owner has asked for nothing to move. */
const asksForStillness = (): boolean =>
  globalThis.matchMedia('(prefers-reduced-motion: reduce)').matches;
