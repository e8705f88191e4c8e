import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { Link } from 'react-router';

/** Views that lie beside each other, each with its own address. */
export function LinkTabs({
  label,
  value,
  tabs,
}: {
  label: string;
  value: string | false;
  tabs: readonly (readonly [to: string, name: string])[];
}) {
  return (
    <nav aria-label={label}>
      <Tabs value={value} slotProps={{ list: { role: 'presentation' } }}>
        {tabs.map(([to, name]) => (
          <Tab
            key={to}
            component={Link}
            to={to}
            value={to}
            label={name}
            role="link"
            tabIndex={0}
            aria-selected={undefined}
            aria-current={value === to ? 'page' : undefined}
          />
        ))}
      </Tabs>
    </nav>
  );
}
