import { formatTemperature, parseTemperature } from '@cosmesis/core/units';
import { type Space, type SpaceUse, spaceUses } from '@cosmesis/core/workshop';
import { zodResolver } from '@hookform/resolvers/zod';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { Controller, useForm } from 'react-hook-form';
import { z } from 'zod';
import { newId, theStore } from '../../store/theStore';
import { useParts } from '../../store/useWorkshop';
import { Keys } from '../../ui/Keys';
import { kindNames, spaceUseNames } from './spaceWords';

/** A heated room is taken to be so warm until it is said, °C. */
const usualHeatC = 19;

/** A new space, or one that is changed. */
export default function SpaceForm({ space, onClose }: { space: Space | null; onClose: () => void }) {
  const { settings } = useParts('settings');
  const { unitSystem, spaces } = settings;
  const unit = unitSystem === 'metric' ? '°C' : '°F';
  const taken = spaces.filter((s) => s.id !== space?.id).map((s) => s.name.toLowerCase());
  const schema = z
    .object({
      name: z
        .string()
        .transform((text) => text.trim())
        .pipe(z.string().min(1, 'A space needs a name.').max(200))
        .refine((text) => !taken.includes(text.toLowerCase()), 'Another space has this name.'),
      kind: z.enum(['heated', 'sheltered', 'outdoors']),
      heatedTo: z.string(),
      allows: z.array(z.enum(spaceUses)),
    })
    .transform((typed, context) => {
      if (typed.kind !== 'heated') return { ...typed, heatedToC: null };
      const read = parseTemperature(typed.heatedTo, unitSystem);
      const wrong = !read.ok
        ? read.issues[0]?.message
        : read.value < 5 || read.value > 35
          ? `A room is heated to between ${formatTemperature(5, unitSystem)} and ${formatTemperature(35, unitSystem)}.`
          : undefined;
      if (wrong !== undefined || !read.ok) {
        context.addIssue({ code: 'custom', path: ['heatedTo'], message: wrong ?? '' });
        return z.NEVER;
      }
      return { ...typed, heatedToC: read.value };
    });
  const { control, register, handleSubmit, watch, formState } = useForm({
    resolver: zodResolver(schema),
    defaultValues: {
      name: space?.name ?? '',
      kind: space?.kind ?? 'heated',
      heatedTo: formatTemperature(space?.heatedToC ?? usualHeatC, unitSystem),
      allows: space ? [...space.allows] : [...spaceUses],
    },
  });
  const save = handleSubmit(({ name, kind, heatedToC, allows }) => {
    const next: Space = { id: space?.id ?? newId(), name, kind, heatedToC, allows };
    theStore().transact(space ? `Space: ${name}` : `New space: ${name}`, (draft) => {
      const at = draft.settings.spaces.findIndex((s) => s.id === next.id);
      if (at < 0) draft.settings.spaces.push(next);
      else draft.settings.spaces[at] = next;
      // Its readings go by its name.
      if (space && space.name !== name)
        for (const r of Object.values(draft.readings)) if (r.space === space.name) r.space = name;
    });
    onClose();
  });
  const { errors } = formState;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="space-title">
      <DialogTitle id="space-title">{space ? space.name : 'A space where pieces stand'}</DialogTitle>
      <DialogContent>
        <Stack component="form" onSubmit={save} noValidate sx={{ pt: 1, gap: 2 }}>
          <TextField
            label="Name"
            autoFocus
            autoComplete="off"
            {...register('name')}
            error={errors.name !== undefined}
            helperText={errors.name?.message ?? ' '}
          />
          <Controller
            name="kind"
            control={control}
            render={({ field }) => (
              <Keys
                legend="Its air"
                value={field.value}
                onPick={field.onChange}
                choices={(['heated', 'sheltered', 'outdoors'] as const).map((k) => ({ value: k, name: kindNames[k] }))}
              />
            )}
          />
          {watch('kind') === 'heated' && (
            <TextField
              label={`Heated to, ${unit}`}
              autoComplete="off"
              {...register('heatedTo')}
              error={errors.heatedTo !== undefined}
              helperText={errors.heatedTo?.message ?? 'Kept through the night as well'}
            />
          )}
          <Controller
            name="allows"
            control={control}
            render={({ field }) => (
              <Keys
                legend="What may be done there"
                value={field.value}
                onPick={(use: SpaceUse) =>
                  field.onChange(
                    field.value.includes(use) ? field.value.filter((u) => u !== use) : [...field.value, use],
                  )
                }
                choices={spaceUses.map((use) => ({ value: use, name: spaceUseNames[use] }))}
              />
            )}
          />
          <Stack direction="row">
            <Button type="submit" variant="contained">
              Keep this space
            </Button>
            <Button variant="outlined" onClick={onClose}>
              Cancel
            </Button>
          </Stack>
        </Stack>
      </DialogContent>
    </Dialog>
  );
}
