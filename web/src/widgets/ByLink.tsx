import { ConfigProvider } from 'antd';
import { useEffect, type ReactNode } from 'react';
import { antThemeFor, applyPalette } from '../app/theme';

/** A page that a link opens to whoever has it, outside the shell: in our colours, and nothing else of ours. */
export function ByLink({ children }: { children: ReactNode }) {
  useEffect(() => applyPalette('paper'), []);
  return (
    <ConfigProvider theme={antThemeFor('paper')} wave={{ disabled: true }}>
      {children}
    </ConfigProvider>
  );
}
