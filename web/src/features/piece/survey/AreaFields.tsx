import { areaIssues, areaNames, buildFaces, type Face, newArea, putBack, shapeToDraw } from '@cosmesis/core/piece';
import { formatLength, parseDistance, parseLength } from '@cosmesis/core/units';
import type { Area, Piece } from '@cosmesis/core/workshop';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import { useState } from 'react';
import { newId } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useSettings } from '../../../store/useWorkshop';
import { HeldTextField } from '../../../ui/HeldTextField';
import { Fields } from '../../../ui/layout';
import { MeasureField } from '../../../ui/MeasureField';
import { Select } from '../../../ui/Select';

type Figure = Area['outline'];
type FigureKind = Figure['kind'];

/** One measure of a figure: its label, its value, and the figure with another value. */
interface Measure {
  label: string;
  valueM: number;
  /** Whether nothing is an answer: a distance from an edge. */
  distance: boolean;
  with: (m: number) => Figure;
}

const cornerNames = ['First corner', 'Second corner', 'Third corner'] as const;

/** What is measured of a figure, in the order one holds the tape. */
function measuresOfFigure(figure: Figure): Measure[] {
  switch (figure.kind) {
    case 'strip':
      return [
        {
          label: 'Distance from the edge',
          valueM: figure.fromM,
          distance: true,
          with: (m) => ({ ...figure, fromM: m }),
        },
        {
          label: 'Width of the strip',
          valueM: figure.widthM,
          distance: false,
          with: (m) => ({ ...figure, widthM: m }),
        },
      ];
    case 'panel':
      return [
        { label: 'From the left', valueM: figure.leftM, distance: true, with: (m) => ({ ...figure, leftM: m }) },
        { label: 'From the bottom', valueM: figure.bottomM, distance: true, with: (m) => ({ ...figure, bottomM: m }) },
        { label: 'Panel width', valueM: figure.widthM, distance: false, with: (m) => ({ ...figure, widthM: m }) },
        { label: 'Panel height', valueM: figure.heightM, distance: false, with: (m) => ({ ...figure, heightM: m }) },
      ];
    case 'triangle':
      return cornerNames.flatMap((name, i) =>
        (['from the left', 'from the bottom'] as const).map(
          (side, k): Measure => ({
            label: `${name}, ${side}`,
            valueM: figure.cornersM[i]![k]!,
            distance: true,
            with: (m) => {
              const cornersM = structuredClone(figure.cornersM);
              cornersM[i]![k] = m;
              return { ...figure, cornersM };
            },
          }),
        ),
      );
    case 'circle': {
      const [x, y] = figure.centreM;
      return [
        { label: 'Centre, from the left', valueM: x, distance: true, with: (m) => ({ ...figure, centreM: [m, y] }) },
        { label: 'Centre, from the bottom', valueM: y, distance: true, with: (m) => ({ ...figure, centreM: [x, m] }) },
        { label: 'Diameter', valueM: figure.diameterM, distance: false, with: (m) => ({ ...figure, diameterM: m }) },
      ];
    }
    case 'border':
      return [
        {
          label: 'Width of the border',
          valueM: figure.widthM,
          distance: false,
          with: (m) => ({ ...figure, widthM: m }),
        },
      ];
  }
}

const edges: readonly { value: Extract<Figure, { kind: 'strip' }>['along']; name: string }[] = [
  { value: 'bottom', name: 'Bottom edge' },
  { value: 'top', name: 'Top edge' },
  { value: 'left', name: 'Left edge' },
  { value: 'right', name: 'Right edge' },
];

/** One area that is marked off on a face: its name, its measures, and the way back. */
export function AreaFields({ piece, area, onGone }: { piece: Piece; area: Area; onGone: () => void }) {
  const edit = useEditPiece(piece.id);
  const { unitSystem } = useSettings();
  const whole = buildFaces({ ...shapeToDraw(piece), areas: [] });
  const [issue] = areaIssues(whole, piece.areas, area);
  const change = (label: string, to: (found: Area) => void, mergeKey: string) =>
    edit(
      label,
      (draft) => {
        const found = draft.areas.find((a) => a.id === area.id);
        if (found) to(found);
      },
      `${area.id}/${mergeKey}`,
    );
  const figure = area.outline;
  return (
    <Stack>
      {issue && (
        <Alert role="alert" severity="warning">
          {issue.message}
        </Alert>
      )}
      <HeldTextField
        label="Name of the area"
        value={area.name}
        onText={(text) =>
          change(
            'Name of an area',
            (found) => {
              found.name = text.trim().slice(0, 200) || areaNames[figure.kind];
            },
            'name',
          )
        }
      />
      <Fields>
        {figure.kind === 'strip' && (
          <Select
            label="Along the"
            value={figure.along}
            options={edges}
            onPick={(along) =>
              change(
                'Measures of an area',
                (found) => {
                  found.outline = { ...figure, along: along as typeof figure.along };
                },
                'along',
              )
            }
          />
        )}
        {measuresOfFigure(figure).map((measure) => (
          <MeasureField
            key={measure.label}
            label={measure.label}
            draftKey={`${piece.id}/${area.id}/${measure.label}`}
            shown={formatLength(measure.valueM, unitSystem)}
            parse={(text) => (measure.distance ? parseDistance : parseLength)(text, unitSystem)}
            onValue={(m) =>
              change(
                'Measures of an area',
                (found) => {
                  found.outline = measure.with(m);
                },
                measure.label,
              )
            }
          />
        ))}
      </Fields>
      <Button
        variant="text"
        onClick={() => {
          edit(`Put ${area.name.toLowerCase()} back`, (draft) => putBack(draft, area.id));
          onGone();
        }}
      >
        Give it back to its face
      </Button>
    </Stack>
  );
}

/** The areas that are marked off on a face. One that has nothing of it as it is measured has no face to press: it is put right here. */
export function AreasOf({ piece, face, onPick }: { piece: Piece; face: Face; onPick: (faceId: string) => void }) {
  const own = piece.areas.filter((a) => a.faceId === face.id);
  const faces = buildFaces(shapeToDraw(piece));
  return own.map((area) =>
    faces.some((f) => f.id === `${face.id}/${area.id}`) ? (
      <div key={area.id}>
        <Button variant="text" onClick={() => onPick(`${face.id}/${area.id}`)}>
          {area.name}
        </Button>
      </div>
    ) : (
      <AreaFields key={area.id} piece={piece} area={area} onGone={() => onPick(face.id)} />
    ),
  );
}

const kinds = Object.keys(areaNames) as FigureKind[];

/** Marks an area off on a face, to be a face of its own. */
export function MarkOffFields({ piece, face, onPick }: { piece: Piece; face: Face; onPick: (faceId: string) => void }) {
  const edit = useEditPiece(piece.id);
  const [kind, setKind] = useState<FigureKind>('border');
  const markOff = () => {
    const id = newId();
    const made = newArea(id, `${areaNames[kind]} of ${face.name.toLowerCase()}`.slice(0, 200), face, kind);
    edit(`Mark a ${areaNames[kind].toLowerCase()} off`, (draft) => void draft.areas.push(made));
    onPick(`${made.faceId}/${id}`);
  };
  return (
    <Stack direction="row" style={{ alignItems: 'start' }}>
      <Select
        label="An area with a finish of its own"
        value={kind}
        options={kinds.map((k) => ({ value: k, name: areaNames[k] }))}
        onPick={(k) => setKind(k as FigureKind)}
      />
      <Button variant="outlined" onClick={markOff}>
        Mark it off
      </Button>
    </Stack>
  );
}
