import { ConfigProvider } from 'antd';
import enGB from 'antd/locale/en_GB';
import 'dayjs/locale/en-gb';
import type { ReactNode } from 'react';
import { antThemeFor } from '../app/theme';

/** What is inside in our colours, and with weeks that begin on Monday wherever a day is picked, as on the calendar. */
export function Themed({
  theme,
  children,
}: {
  theme: Parameters<typeof antThemeFor>[0];
  children: ReactNode;
}) {
  return (
    <ConfigProvider locale={enGB} theme={antThemeFor(theme)} wave={{ disabled: true }}>
      {children}
    </ConfigProvider>
  );
}
