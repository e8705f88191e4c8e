import Typography from '@mui/material/Typography';
import { Outlet, useLocation } from 'react-router';
import { LinkTabs } from '../../ui/LinkTabs';

const benches = [
  ['/colour', 'Match'],
  ['/colour/sticks', 'Sticks'],
  ['/colour/mix', 'Mix a paint'],
  ['/colour/right', 'Put it right'],
] as const;

/** The benches of colour: match it, try it on sticks, mix it, put it right. */
export default function Colour() {
  const { pathname } = useLocation();
  return (
    <>
      <Typography variant="h1">Colour</Typography>
      <LinkTabs label="Colour" value={benches.some(([to]) => to === pathname) ? pathname : false} tabs={benches} />
      <Outlet />
    </>
  );
}
