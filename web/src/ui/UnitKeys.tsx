import { theStore } from '../store/theStore';
import { useSettings } from '../store/useWorkshop';
import { Keys } from './Keys';

/** In which measures a bare number is read: seen where one types it, and changed by a press. */
export function UnitKeys() {
  const { unitSystem } = useSettings();
  return (
    <Keys
      legend="A number without a unit is"
      value={unitSystem}
      onPick={(system) =>
        theStore().transact('Units', (draft) => {
          draft.settings.unitSystem = system;
        })
      }
      choices={[
        { value: 'metric', name: 'centimetres' },
        { value: 'us', name: 'inches' },
      ]}
    />
  );
}
