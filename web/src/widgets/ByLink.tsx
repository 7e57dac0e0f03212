import { ConfigProvider } from 'antd';
import { useEffect, type ReactNode } from 'react';
import { antThemeFor, applyPalette } from '../app/theme';

/** A page that a link opens to whoever has it, outside the shell: in our colours, and nothing else of ours. */
export function ByLink({ children }: { children: ReactNode }) {
  useEffect(() => applyPalette('light'), []);
  return (
    <ConfigProvider theme={antThemeFor('light')} wave={{ disabled: true }}>
      {children}
    </ConfigProvider>
  );
}
