import { formatVolume, parseVolume } from '@cosmesis/core/units';
import { containerSchema } from '@cosmesis/core/workshop';
import { zodResolver } from '@hookform/resolvers/zod';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { Controller, useForm } from 'react-hook-form';
import { z } from 'zod';
import { doDeed } from '../../store/doDeed';
import { theStore } from '../../store/theStore';
import { useParts } from '../../store/useWorkshop';
import { Fields } from '../../ui/layout';
import { parsed } from '../../ui/parsed';
import { Select } from '../../ui/Select';
import { say } from '../../ui/say';

/** A can that is put on the shelf by hand. */
export function AddCan() {
  const { products, settings } = useParts('products', 'settings');
  const all = Object.values(products);
  const shown = (id: string) => {
    const [pack] = products[id]?.packs ?? [];
    return pack ? formatVolume(pack.volumeL, settings.unitSystem) : '';
  };
  const schema = z.object({
    productId: z.string().refine((id) => products[id] !== undefined, 'Choose what is in it.'),
    litres: parsed((text) => parseVolume(text, settings.unitSystem)),
    batch: z
      .string()
      .transform((text) => text.trim() || null)
      .pipe(containerSchema.shape.batch),
    finite: containerSchema.shape.finite,
  });
  const first = all[0]?.id ?? '';
  const { control, register, handleSubmit, setValue, reset, getValues, formState } = useForm({
    resolver: zodResolver(schema),
    defaultValues: { productId: first, litres: shown(first), batch: '', finite: false },
  });
  const { errors } = formState;
  const add = handleSubmit(({ productId, litres, batch, finite }) => {
    const name = products[productId]?.name ?? '';
    const done = doDeed(`Put on the shelf: ${name}`, {
      do: 'bring',
      containers: [{ productId, litres, place: '', batch, finite }],
    });
    if (!done.ok) return say({ text: done.issues[0]?.message ?? 'That cannot be put on the shelf.' });
    reset({ ...getValues(), litres: shown(productId), batch: '' });
    say({ text: `On the shelf: ${name}.`, action: { name: 'Undo', run: () => theStore().undo() } });
  });
  return (
    <Accordion>
      <AccordionSummary>
        <b>Put a can on the shelf</b>
      </AccordionSummary>
      <AccordionDetails>
        <form onSubmit={add} noValidate>
          <Fields>
            <Controller
              name="productId"
              control={control}
              render={({ field }) => (
                <Select
                  label="Product"
                  value={field.value}
                  options={all.map((p) => ({ value: p.id, name: p.name }))}
                  onPick={(id) => {
                    field.onChange(id);
                    setValue('litres', shown(id));
                  }}
                />
              )}
            />
            <TextField
              label="How much is in it"
              autoComplete="off"
              {...register('litres')}
              error={errors.litres !== undefined}
              helperText={errors.litres?.message ?? ' '}
            />
            <TextField
              label="Batch number"
              autoComplete="off"
              {...register('batch')}
              error={errors.batch !== undefined}
              helperText={errors.batch?.message ?? ' '}
            />
            <Controller
              name="finite"
              control={control}
              render={({ field }) => (
                <FormControlLabel
                  control={<Checkbox checked={field.value} onChange={(e) => field.onChange(e.target.checked)} />}
                  label="Cannot be bought again"
                />
              )}
            />
            <Button type="submit" variant="contained">
              Put it there
            </Button>
          </Fields>
        </form>
      </AccordionDetails>
    </Accordion>
  );
}
