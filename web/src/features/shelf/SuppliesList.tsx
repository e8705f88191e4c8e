import { typicalSupplies } from '@cosmesis/core/products';
import { suppliesNow } from '@cosmesis/core/stock';
import { type SupplyKind, supplyKinds } from '@cosmesis/core/workshop';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { Draft } from 'immer';
import { useMemo } from 'react';
import { doDeed } from '../../store/doDeed';
import { newId, theStore } from '../../store/theStore';
import { useParts } from '../../store/useWorkshop';
import { Fields, Late } from '../../ui/layout';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';

/** What is used up besides the products: how much there is, and from when on to order. */
export function SuppliesList() {
  const { supplies, pieces } = useParts('supplies', 'pieces');
  const all = Object.values(supplies);
  const now = useMemo(() => suppliesNow(Object.values(supplies), Object.values(pieces)), [supplies, pieces]);
  const free = supplyKinds.filter((k) => !all.some((s) => s.kind === k));
  const add = (kind: SupplyKind) => {
    const id = newId();
    theStore().transact(`Count ${kind}`, (draft) => {
      draft.supplies[id] = {
        id,
        kind,
        name: kind,
        unit: typicalSupplies.find((s) => s.kind === kind)!.unit,
        packs: [],
        left: 0,
        reorderAt: null,
        deliveryDays: 3,
      };
    });
  };
  const edit = (id: string, label: string, change: (s: Draft<(typeof all)[number]>) => void) =>
    theStore().transact(
      label,
      (draft) => {
        const own = draft.supplies[id];
        if (own) change(own);
      },
      `supply/${id}/${label}`,
    );
  return (
    <Stack component="section" aria-label="Sheets, tape and the like">
      <Typography variant="h2">Sheets, tape and the like</Typography>
      <ul className="bare">
        {all.map((s, i) => (
          <Fields as="li" key={s.id} aria-label={s.kind} style={{ padding: '10px 0' }}>
            <span>
              <b>{s.kind}</b>
              {s.reorderAt !== null && now[i]!.left <= s.reorderAt && <Late> · order more</Late>}
              {now[i]!.left < s.left && (
                <Typography variant="body2">
                  about {now[i]!.left.toFixed(s.unit === 'pieces' ? 0 : 1)} left by the work since
                </Typography>
              )}
            </span>
            <NumberField
              label={`Counted, ${s.unit}`}
              draftKey={`supply/${s.id}/left`}
              value={s.left}
              least={0}
              most={100_000}
              onValue={(v) =>
                doDeed('Amount left', { do: 'count-supply', supplyId: s.id, left: v }, `supply/${s.id}/Amount left`)
              }
            />
            <NumberField
              label={`Order more at, ${s.unit}`}
              draftKey={`supply/${s.id}/reorder`}
              value={s.reorderAt}
              least={0}
              most={100_000}
              onValue={(v) =>
                edit(s.id, 'Reorder point', (x) => {
                  x.reorderAt = v;
                })
              }
              onEmpty={() =>
                edit(s.id, 'Reorder point', (x) => {
                  x.reorderAt = null;
                })
              }
            />
          </Fields>
        ))}
      </ul>
      {free.length > 0 && (
        <Select
          label="Keep count of"
          value=""
          options={[{ value: '', name: 'Choose…' }, ...free.map((k) => ({ value: k, name: k }))]}
          onPick={(k) => k && add(k as SupplyKind)}
        />
      )}
    </Stack>
  );
}
