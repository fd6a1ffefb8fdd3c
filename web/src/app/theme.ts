import { theme as antTheme, type ThemeConfig } from 'antd';

/** Ant Design's tokens, read from the one file that names colors. Read again when the scheme changes. */
function readTheme(dim: boolean): ThemeConfig {
  const style = getComputedStyle(document.documentElement);
  const v = (name: string): string => style.getPropertyValue(`--${name}`).trim();
  return {
    algorithm: dim ? antTheme.darkAlgorithm : antTheme.defaultAlgorithm,
    token: {
      colorPrimary: v('action'),
      colorLink: v('action'),
      colorInfo: v('action'),
      colorSuccess: v('holds'),
      colorWarning: v('settle'),
      colorError: v('stop'),
      colorText: v('ink'),
      colorTextSecondary: v('muted'),
      colorTextPlaceholder: v('muted'),
      colorTextDescription: v('muted'),
      colorBgBase: v('sheet'),
      colorBgLayout: v('plaster'),
      colorBgContainer: v('sheet'),
      colorBgElevated: v('sheet'),
      colorBorder: v('rule-strong'),
      colorBorderSecondary: v('rule'),
      borderRadius: 3,
      borderRadiusLG: 4,
      fontFamily: v('words'),
      fontSize: 14,
      boxShadow: 'none',
      boxShadowTertiary: 'none',
      controlHeight: 32,
      // Where the style sheet stops all movement nothing may wait for its end.
      motion: !matchMedia('(prefers-reduced-motion: reduce)').matches,
    },
    components: {
      Table: { headerBg: 'transparent', cellPaddingBlockSM: 6, headerColor: v('muted') },
      Button: {
        primaryShadow: 'none',
        defaultShadow: 'none',
        fontWeight: 600,
        primaryColor: v('sheet'),
      },
      Tabs: { itemSelectedColor: v('ink'), inkBarColor: v('ink'), itemColor: v('muted') },
    },
  };
}

/** Switches the colors of the page and gives Ant Design's tokens that go with them. */
export function applyScheme(dim: boolean): ThemeConfig {
  document.documentElement.dataset.scheme = dim ? 'dim' : 'light';
  return readTheme(dim);
}
