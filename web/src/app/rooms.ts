import ChairOutlined from '@mui/icons-material/ChairOutlined';
import Inventory2Outlined from '@mui/icons-material/Inventory2Outlined';
import OpacityOutlined from '@mui/icons-material/OpacityOutlined';
import ShoppingBasketOutlined from '@mui/icons-material/ShoppingBasketOutlined';
import TodayOutlined from '@mui/icons-material/TodayOutlined';
import type SvgIcon from '@mui/material/SvgIcon';

interface Room {
  to: string;
  name: string;
  /** Pressed after g. */
  letter: string;
  icon: typeof SvgIcon;
}

/** The rooms in the bar: five, all in reach of a thumb. */
export const rooms: readonly Room[] = [
  { to: '/', name: 'Today', letter: 't', icon: TodayOutlined },
  { to: '/pieces', name: 'Pieces', letter: 'p', icon: ChairOutlined },
  { to: '/mix', name: 'Mix', letter: 'm', icon: OpacityOutlined },
  { to: '/buy', name: 'Buy', letter: 'b', icon: ShoppingBasketOutlined },
  { to: '/shelf', name: 'Shelf', letter: 's', icon: Inventory2Outlined },
];

/** What stands in the menu: opened now and then, not every morning. */
export const fromTheMenu = [
  { to: '/rack', name: 'Rack', letter: 'r' },
  { to: '/colour', name: 'Colour', letter: 'u' },
  { to: '/air', name: 'Air', letter: 'a' },
  { to: '/products', name: 'Products', letter: 'o' },
  { to: '/market', name: 'Worth buying?', letter: 'v' },
  { to: '/cards', name: 'Finish cards', letter: 'c' },
  { to: '/learned', name: 'What the log teaches', letter: 'y' },
  { to: '/earned', name: 'What it earned', letter: 'e' },
  { to: '/settings', name: 'Settings', letter: 'w' },
  { to: '/settings/house', name: 'House rules', letter: 'h' },
] as const;

/** The room a path lies in. */
export const roomOf = (path: string): string =>
  path.startsWith('/products')
    ? '/shelf'
    : (rooms.find((r) => r.to !== '/' && path.startsWith(r.to))?.to ?? (path === '/' ? '/' : ''));
