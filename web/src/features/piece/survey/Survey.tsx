import {
  buildFaces,
  type Form,
  formById,
  shapeOf,
  shapeToDraw,
  zoneNames,
  zoneOfFace,
  zonesOf,
} from '@cosmesis/core/piece';
import { formatLength, parseLength } from '@cosmesis/core/units';
import type { LegKind, Piece } from '@cosmesis/core/workshop';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useSettings } from '../../../store/useWorkshop';
import { Keys } from '../../../ui/Keys';
import { MeasureField } from '../../../ui/MeasureField';
import { PieceDrawing, type View } from '../../../ui/PieceDrawing';
import { Select } from '../../../ui/Select';
import { say } from '../../../ui/say';
import { faceColours } from '../../../ui/zoneLooks';
import { usePieceContext } from '../PieceFrame';
import { DamageFields } from './DamageFields';
import { FaceList, FacePanel } from './FacePanel';
import { LeadFields } from './LeadFields';
import { SurfaceFields } from './SurfaceFields';
import { legNames } from './words';

const dimensions = [
  ['heightM', 'Height'],
  ['widthM', 'Width'],
  ['depthM', 'Depth'],
] as const;

function Dimensions({ piece, form }: { piece: Piece; form: Form }) {
  const edit = useEditPiece(piece.id);
  const { unitSystem } = useSettings();
  const shape = shapeOf(piece);
  const complaint = (key: string) =>
    shape.ok ? undefined : shape.issues.find((i) => i.path === key && i.code !== 'dimension_missing')?.message;
  const range = (from: number, to: number) =>
    Array.from({ length: to - from + 1 }, (_, i) => ({ value: String(from + i), name: String(from + i) }));
  const counts = {
    drawers: ['Drawers', form.mostDrawers],
    doors: ['Doors', 6],
    shelves: ['Shelves', form.mostShelves],
  } as const;
  return (
    <section className="stack" aria-label="Measures">
      <h2>Measures</h2>
      <div className="fields">
        {dimensions.map(([key, label], i) => (
          <MeasureField
            key={key}
            label={label}
            draftKey={`${piece.id}/${key}`}
            shown={piece[key] === null ? '' : formatLength(piece[key], unitSystem)}
            parse={(text) => parseLength(text, unitSystem)}
            autoFocus={i === 0 && piece.heightM === null}
            onValue={(value) =>
              edit(
                label,
                (draft) => {
                  draft[key] = value;
                },
                `${piece.id}/${key}`,
              )
            }
            help={i === 0 ? '76 cm, 30 in, 2\'6"' : ' '}
            complaint={complaint(key)}
          />
        ))}
        {form.asks.map((key) => (
          <Select
            key={key}
            label={counts[key][0]}
            value={String(piece[key])}
            options={range(0, counts[key][1])}
            onPick={(n) =>
              edit(counts[key][0], (draft) => {
                draft[key] = Number(n);
              })
            }
          />
        ))}
        <Select
          label="Legs or feet"
          value={piece.legs}
          options={form.legs.map((k) => ({ value: k, name: legNames[k] }))}
          onPick={(k) =>
            edit('Legs', (draft) => {
              draft.legs = k as LegKind;
            })
          }
        />
      </div>
    </section>
  );
}

function Picture({ piece }: { piece: Piece }) {
  const { unitSystem } = useSettings();
  const { result } = usePieceContext();
  const [view, setView] = useState<View>('right');
  const [selectedId, setSelectedId] = useState<string | null>(null);
  const faces = buildFaces(shapeToDraw(piece));
  const zones = zonesOf(piece, faces);
  const selected = faces.find((f) => f.id === selectedId);
  const measured = (value: number | null) => (value === null ? '?' : formatLength(value, unitSystem));
  const canOpen = faces.some((f) => f.inside);
  return (
    <div className="stack drawing-side">
      <PieceDrawing
        faces={faces}
        view={view}
        selectedId={selectedId}
        onSelect={(f) => setSelectedId(f.id)}
        colourOf={faceColours(piece, result?.ok ? result.value : undefined, 'now')}
        title={`${piece.name}: press a face to see its area and move it to another zone`}
        labels={{ width: measured(piece.widthM), height: measured(piece.heightM), depth: measured(piece.depthM) }}
        guessed={piece.heightM === null || piece.widthM === null || piece.depthM === null}
        describe={(f) => {
          const zone = zoneOfFace(piece, f);
          return `${f.name}, zone ${zone === 'uncounted' ? 'none' : zoneNames[zone]}`;
        }}
      />
      <Keys<View>
        legend="Seen from"
        hideLegend
        value={view}
        onPick={setView}
        choices={[
          { value: 'right', name: 'Right' },
          { value: 'left', name: 'Left' },
          { value: 'below', name: 'Below' },
          ...(canOpen ? [{ value: 'open' as const, name: 'Inside' }] : []),
        ]}
      />
      {selected ? (
        <FacePanel piece={piece} face={selected} zoneIds={formById(piece.form).zones} />
      ) : (
        <p className="quiet">Press a face to see its area or move it to another zone.</p>
      )}
      <FaceList piece={piece} zones={zones} faces={faces} selectedId={selectedId} onSelect={setSelectedId} />
    </div>
  );
}

/** What the piece is: measures, materials, old finish, age, damage; the drawing beside it. */
export default function Survey() {
  const { piece } = usePieceContext();
  const edit = useEditPiece(piece.id);
  const navigate = useNavigate();
  const form = formById(piece.form);
  const zones = zonesOf(piece, buildFaces(shapeToDraw(piece)));
  const remove = () => {
    theStore().transact('Delete a piece', (draft) => {
      delete draft.pieces[piece.id];
    });
    navigate('/pieces');
    say({ text: `${piece.name} deleted.`, action: { name: 'Undo', run: () => theStore().undo() } });
  };
  return (
    <div className="two">
      <Picture piece={piece} />
      <div className="stack" style={{ gap: 28 }}>
        <Dimensions piece={piece} form={form} />
        <section className="stack" aria-label="What it is made of" style={{ gap: 18 }}>
          <h2>What it is made of</h2>
          <SurfaceFields
            piece={piece}
            part="carcass"
            title="Carcass"
            help="Top and fronts follow this until you say otherwise."
          />
          <SurfaceFields piece={piece} part="top" title="Top" />
          {zones.some((z) => z.id === 'fronts') && <SurfaceFields piece={piece} part="fronts" title="Fronts" />}
        </section>
        <LeadFields piece={piece} />
        <DamageFields piece={piece} zones={zones} />
        <section className="stack" aria-label="Name and note">
          <TextField
            label="Name"
            value={piece.name}
            onChange={(e) =>
              edit(
                'Name',
                (draft) => {
                  draft.name = e.target.value.slice(0, 200);
                },
                `${piece.id}/name`,
              )
            }
          />
          <TextField
            label="Note"
            multiline
            minRows={2}
            value={piece.note}
            onChange={(e) =>
              edit(
                'Note',
                (draft) => {
                  draft.note = e.target.value.slice(0, 4000);
                },
                `${piece.id}/note`,
              )
            }
          />
        </section>
        <div className="row">
          <Link className="go" to={`/pieces/${piece.id}/plan`}>
            To the plan
          </Link>
          <button type="button" className="plain spread" onClick={remove}>
            Delete this piece
          </button>
        </div>
      </div>
    </div>
  );
}
