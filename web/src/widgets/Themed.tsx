import { StyleProvider } from '@ant-design/cssinjs';
import { ConfigProvider } from 'antd';
import type { ReactNode } from 'react';
import { antThemeFor } from '../app/theme';
import { keptStyles } from './kept-styles';

const styles = keptStyles();

/** What is inside in our colours. */
export function Themed({
  theme,
  children,
}: {
  theme: Parameters<typeof antThemeFor>[0];
  children: ReactNode;
}) {
  return (
    <StyleProvider cache={styles}>
      <ConfigProvider theme={antThemeFor(theme)} wave={{ disabled: true }}>
        {children}
      </ConfigProvider>
    </StyleProvider>
  );
}
