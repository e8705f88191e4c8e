import { hardwareNames } from '@cosmesis/core/finishing';
import type { Face } from '@cosmesis/core/piece';
import { formatLength, parseLength } from '@cosmesis/core/units';
import { type HardwareTreatment, hardwareTreatments, type Piece } from '@cosmesis/core/workshop';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useEditPiece } from '../../../store/useEditPiece';
import { useSettings } from '../../../store/useWorkshop';
import { Fields } from '../../../ui/layout';
import { MeasureField } from '../../../ui/MeasureField';
import { Select } from '../../../ui/Select';

/** Pulls and their holes: what becomes of them, what is missing, what is kept as spare. */
export function HardwareFields({ piece, faces }: { piece: Piece; faces: readonly Face[] }) {
  const edit = useEditPiece(piece.id);
  const { unitSystem } = useSettings();
  const { hardware } = piece;
  const pulls = faces.reduce((n, f) => n + f.fittings.pulls, 0);
  const hinges = faces.reduce((n, f) => n + f.fittings.hinges, 0);
  const set = (label: string, change: Partial<Piece['hardware']>, mergeKey: string | null = null) =>
    edit(label, (draft) => void Object.assign(draft.hardware, change), mergeKey);
  const spacing = (key: 'spacingM' | 'newSpacingM', label: string, help: string) => (
    <MeasureField
      label={label}
      draftKey={`${piece.id}/hardware/${key}`}
      shown={hardware[key] === null ? '' : formatLength(hardware[key], unitSystem)}
      parse={(text) => parseLength(text, unitSystem)}
      onValue={(m) => set(label, { [key]: m }, `${piece.id}/${key}`)}
      onEmpty={() => set(label, { [key]: null })}
      help={help}
    />
  );
  const counted = (key: 'missing' | 'spare', label: string) => (
    <Select
      label={label}
      value={String(hardware[key])}
      options={Array.from({ length: Math.max(pulls, hardware[key]) + 3 }, (_, i) => ({
        value: String(i),
        name: String(i),
      }))}
      onPick={(n) => set(label, { [key]: Number(n) })}
    />
  );
  return (
    <>
      <Typography>
        <b className="n">{pulls}</b> pulls, <b className="n">{hinges}</b> hinges.{' '}
        <Typography component="span" variant="body2">
          95.25 mm and 96 mm look alike and are not the same: measure centre to centre.
        </Typography>
      </Typography>
      <Fields>
        <Select
          label="What becomes of the pulls"
          value={hardware.treatment}
          options={hardwareTreatments.map((t) => ({ value: t, name: hardwareNames[t] }))}
          onPick={(t) => set('Hardware', { treatment: t as HardwareTreatment })}
        />
        {spacing('spacingM', 'Holes, centre to centre', '96 mm, 3 3/4 in; empty: one hole')}
        {(hardware.treatment === 'replace' || hardware.treatment === 'fill-redrill') &&
          spacing('newSpacingM', 'Holes of the new pulls', 'Differs: old holes are filled')}
        {counted('missing', 'Missing')}
        {counted('spare', 'Kept as spare')}
      </Fields>
      {hardware.treatment === 'replace' && (
        <FormControlLabel
          control={
            <Checkbox
              checked={hardware.fromClient ?? false}
              onChange={(e) => set('Who brings the hardware', { fromClient: e.target.checked })}
            />
          }
          label="The client brings the new ones: none are bought"
        />
      )}
    </>
  );
}
