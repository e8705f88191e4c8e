import { formatVolume, parseVolume } from '@cosmesis/core/units';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { doDeed } from '../../store/doDeed';
import { theStore } from '../../store/theStore';
import { useParts } from '../../store/useWorkshop';
import { MeasureField } from '../../ui/MeasureField';
import { Select } from '../../ui/Select';
import { say } from '../../ui/say';

/** A can that is put on the shelf by hand. */
export function AddCan() {
  const { products, settings } = useParts('products', 'settings');
  const all = Object.values(products);
  const [productId, setProductId] = useState(all[0]?.id ?? '');
  const product = products[productId];
  const [litres, setLitres] = useState<number | null>(null);
  const [batch, setBatch] = useState('');
  const [finite, setFinite] = useState(false);
  const amount = litres ?? product?.packs[0]?.volumeL ?? null;
  const add = () => {
    if (!product || amount === null) {
      say({ text: 'Type how much is in it: its sheet names no pack.' });
      return;
    }
    const done = doDeed(`Put on the shelf: ${product.name}`, {
      do: 'bring',
      containers: [
        {
          productId: product.id,
          litres: amount,
          place: '',
          batch: batch.trim() === '' ? null : batch.trim().slice(0, 200),
          finite,
        },
      ],
    });
    if (!done.ok) return say({ text: done.issues[0]?.message ?? 'That cannot be put on the shelf.' });
    setLitres(null);
    setBatch('');
    say({ text: `On the shelf: ${product.name}.`, action: { name: 'Undo', run: () => theStore().undo() } });
  };
  return (
    <details>
      <summary style={{ minHeight: 48, cursor: 'pointer', fontWeight: 700 }}>Put a can on the shelf</summary>
      <div className="fields" style={{ paddingTop: 10 }}>
        <Select
          label="Product"
          value={productId}
          options={all.map((p) => ({ value: p.id, name: p.name }))}
          onPick={setProductId}
        />
        <MeasureField
          label="How much is in it"
          draftKey="shelf/add"
          key={productId}
          shown={amount === null ? '' : formatVolume(amount, settings.unitSystem)}
          parse={(text) => parseVolume(text, settings.unitSystem)}
          onValue={setLitres}
        />
        <TextField label="Batch number" value={batch} onChange={(e) => setBatch(e.target.value)} />
        <label className="tick">
          <input type="checkbox" checked={finite} onChange={(e) => setFinite(e.target.checked)} />
          Cannot be bought again
        </label>
        <button type="button" className="go" onClick={add}>
          Put it there
        </button>
      </div>
    </details>
  );
}
