import type { DayOff, Person } from '@cosmesis/core/workshop';
import Delete from '@mui/icons-material/DeleteOutlined';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { newId } from '../../store/theStore';
import { useSettings } from '../../store/useWorkshop';
import { DateTimeField } from '../../ui/DateTimeField';
import { HeldTextField } from '../../ui/HeldTextField';
import { Keys } from '../../ui/Keys';
import { Fields } from '../../ui/layout';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { say } from '../../ui/say';
import { HoursFields } from './HoursFields';
import { setSettings } from './setSettings';

/** Says why a change was not taken over. @returns whether it was */
function taken(refused: string | null): boolean {
  if (refused) say({ text: `Not taken over: ${refused}.` });
  return refused === null;
}

const everybody = '';
const mostPeople = 8;
const mostRoom = 500;

/** One who works here, with hours of their own where they differ. */
function PersonFields({ person, index }: { person: Person; index: number }) {
  const { workingHours } = useSettings();
  const change = (label: string, made: (p: Person) => void, key: string | null = null) =>
    setSettings(label, (s) => made(s.people[index] as Person), key);
  const hasHours = person.workingHours === null || Object.values(person.workingHours).some((day) => day.length > 0);
  return (
    <Stack component="li" sx={{ borderBottom: '1px solid var(--hair)', pb: 2 }}>
      <Stack direction="row" sx={{ alignItems: 'flex-end' }}>
        <HeldTextField
          label="Name"
          sx={{ maxWidth: 320 }}
          value={person.name}
          onText={(text) => {
            const name = text.trim().slice(0, 200);
            if (name !== '')
              change('Name of a person', (p) => {
                p.name = name;
              });
          }}
        />
        <Keys
          legend={`Hours of ${person.name}`}
          value={person.workingHours === null ? 'workshop' : 'own'}
          choices={[
            { value: 'workshop', name: 'As the workshop' },
            { value: 'own', name: 'Their own' },
          ]}
          onPick={(which) =>
            change('Whose hours', (p) => {
              p.workingHours = which === 'own' ? JSON.parse(JSON.stringify(workingHours)) : null;
            })
          }
        />
        <Button
          startIcon={<Delete />}
          aria-label={`Take ${person.name} off the list`}
          onClick={() =>
            taken(
              setSettings(`${person.name} off the list`, (s) => {
                s.people.splice(index, 1);
                s.daysOff = s.daysOff.filter((d) => d.personId !== person.id);
              }),
            )
          }
        >
          Take off
        </Button>
      </Stack>
      {person.workingHours && (
        <HoursFields
          week={person.workingHours}
          whose={person.name}
          onDay={(day, shifts) =>
            change(
              `Hours of ${person.name}`,
              (p) => {
                p.workingHours![day] = shifts;
              },
              `hours/${person.id}/${day}`,
            )
          }
        />
      )}
      {!hasHours && <Alert severity="warning">{person.name} has no hours at all: nothing is planned for them.</Alert>}
    </Stack>
  );
}

/** Who works here, and when. */
function People() {
  const { people } = useSettings();
  return (
    <Stack component="section" aria-label="Who works here">
      <Typography variant="h2">Who works here</Typography>
      <Typography>
        {people.length === 0
          ? 'One pair of hands, in the hours of the workshop. Name who works here, and each gets a line of work.'
          : 'Each pair of hands has its own line on the rack; nothing is planned for the same hands twice.'}
      </Typography>
      <ul className="bare">
        {people.map((person, i) => (
          <PersonFields key={person.id} person={person} index={i} />
        ))}
      </ul>
      {people.length < mostPeople && (
        <div>
          <Button
            variant="outlined"
            onClick={() =>
              setSettings('Another person', (s) => {
                s.people.push({ id: newId(), name: `Hands ${s.people.length + 1}`, workingHours: null });
              })
            }
          >
            Add a person
          </Button>
        </div>
      )}
    </Stack>
  );
}

/** Days on which nobody, or one of them, works. */
function DaysOff() {
  const { people, daysOff } = useSettings();
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [whose, setWhose] = useState(everybody);
  const [note, setNote] = useState('');
  const wrong = from !== '' && to !== '' && to < from;
  const names = new Map(people.map((p) => [p.id, p.name]));
  const words = (d: DayOff) => `${d.from === d.to ? d.from : `${d.from} to ${d.to}`}`;
  const options = [{ value: everybody, name: 'Nobody works' }, ...people.map((p) => ({ value: p.id, name: p.name }))];
  return (
    <Stack component="section" aria-label="Days off">
      <Typography variant="h2">Days off</Typography>
      <ul className="bare">
        {[...daysOff.entries()]
          .sort(([, a], [, b]) => a.from.localeCompare(b.from))
          .map(([i, d]) => (
            <Stack component="li" direction="row" key={`${d.from}/${d.to}/${d.personId}`} sx={{ alignItems: 'center' }}>
              <b className="n">{words(d)}</b>
              <span>
                {d.personId === null ? 'nobody works' : (names.get(d.personId) ?? 'somebody who is gone')}
                {d.note && `: ${d.note}`}
              </span>
              <Button
                aria-label={`Work again: ${words(d)}`}
                onClick={() =>
                  setSettings('A day off less', (s) => {
                    s.daysOff.splice(i, 1);
                  })
                }
              >
                Work again
              </Button>
            </Stack>
          ))}
      </ul>
      <Fields>
        <DateTimeField dayOnly label="First day off" value={from} onChange={setFrom} />
        <DateTimeField
          dayOnly
          label="Last day off"
          value={to}
          onChange={setTo}
          error={wrong}
          help={wrong ? 'It lies before the first: choose a later one.' : 'Empty: one day.'}
        />
        <Select label="Who is off" value={whose} options={options} onPick={setWhose} />
        <HeldTextField label="Why" value={note} onText={(text) => setNote(text.slice(0, 200))} />
      </Fields>
      <div>
        <Button
          variant="outlined"
          disabled={from === '' || wrong}
          onClick={() => {
            const isTaken = taken(
              setSettings('Days off', (s) => {
                s.daysOff.push({ from, to: to === '' ? from : to, personId: whose === everybody ? null : whose, note });
              }),
            );
            if (!isTaken) return;
            setFrom('');
            setTo('');
            setNote('');
          }}
        >
          Add days off
        </Button>
      </div>
    </Stack>
  );
}

const roomFields = [
  { id: 'bench', label: 'Pieces on benches at a time' },
  { id: 'spray', label: 'Pieces in the spray space at a time' },
  { id: 'drying', label: 'Wet pieces with a place to dry' },
] as const;

/** How many pieces there is room for at a time. */
function Room() {
  const { room } = useSettings();
  return (
    <Stack component="section" aria-label="Room">
      <Typography variant="h2">Room</Typography>
      <Typography>
        A wet piece keeps its place to dry until it may be handled. Left empty, there is always room.
      </Typography>
      <Fields>
        {roomFields.map(({ id, label }) => (
          <NumberField
            key={id}
            label={label}
            draftKey={`room/${id}`}
            value={room[id]}
            least={0}
            most={mostRoom}
            digits={0}
            onValue={(value) =>
              setSettings(label, (s) => {
                s.room[id] = Math.round(value);
              })
            }
            onEmpty={() =>
              setSettings(label, (s) => {
                s.room[id] = null;
              })
            }
          />
        ))}
      </Fields>
      {roomFields
        .filter(({ id }) => room[id] === 0)
        .map(({ id, label }) => (
          <Alert severity="warning" key={id}>
            {label}: none. What needs it has no time on the rack: write how many, or leave it empty.
          </Alert>
        ))}
    </Stack>
  );
}

/** Hands and places of the workshop: what the schedule has to work with. */
export default function PeopleAndRoom() {
  return (
    <Stack sx={{ gap: 4 }}>
      <People />
      <DaysOff />
      <Room />
    </Stack>
  );
}
