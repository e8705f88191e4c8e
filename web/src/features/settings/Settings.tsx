import Typography from '@mui/material/Typography';
import { Outlet, useLocation } from 'react-router';
import { LinkTabs } from '../../ui/LinkTabs';

const parts = [
  ['/settings', 'Workshop'],
  ['/settings/hands', 'Hands and room'],
  ['/settings/house', 'House rules'],
  ['/settings/papers', 'Papers'],
] as const;

/** One place for what is set once: the workshop with its files, who and what there is room for, and its house rules. */
export default function Settings() {
  const { pathname } = useLocation();
  return (
    <>
      <Typography variant="h1">Settings</Typography>
      <LinkTabs label="Settings" value={parts.some(([to]) => to === pathname) ? pathname : false} tabs={parts} />
      <Outlet />
    </>
  );
}
