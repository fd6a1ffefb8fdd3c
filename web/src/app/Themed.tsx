import { ConfigProvider } from 'antd';
import { useMemo, type ReactNode } from 'react';
import { useAppSelector } from '../state/store.ts';
import { applyScheme } from './theme.ts';

/** Ant Design with our tokens; the dim scheme is for attics and basements. */
export function Themed({ children }: { readonly children: ReactNode }) {
  const dim = useAppSelector((s) => s.view.dim);
  const theme = useMemo(() => applyScheme(dim), [dim]);
  return (
    <ConfigProvider theme={theme} wave={{ disabled: true }}>
      {children}
    </ConfigProvider>
  );
}
