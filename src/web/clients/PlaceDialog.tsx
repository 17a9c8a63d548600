/** A place of the practice: what is there, said once for everybody who trains there. */
import { Button, Input } from "antd";
import { useState } from "react";
import type { Unit } from "#core/clients/choices";
import { placeInput, thereIn, type Place, type PlaceInput, type There } from "#core/clients/place";
import { limits as words } from "#core/words/intake";
import type { Machine } from "#core/machines/machine";
import { newId } from "../../page/newId";
import { api, toFailure } from "../base/api";
import { Dialog } from "../base/Dialog";
import { Equipment } from "./ClientSections";
import { MachineForm, MachineList } from "./Machines";

interface PlaceDialogProps {
  /** null: a new one, which begins with what the client has */
  place: Place | null;
  like: There;
  /** of the client who is open: loads of a place are typed in its own units where they are said, else in this */
  unit: Unit;
  onClose: () => void;
  onSaved: (place: Place) => void;
}

/** what is sent of a place */
const inputOf = ({ id: _id, revision: _revision, clients: _clients, ...input }: Place): PlaceInput => input;

export function PlaceDialog({ place, like, unit, onClose, onSaved }: PlaceDialogProps) {
  const [id] = useState(() => place?.id ?? newId());
  const [input, setInput] = useState<PlaceInput>(() =>
    place ? inputOf(place) : { ...thereIn(like), name: "", machines: [], note: "" },
  );
  const [machine, setMachine] = useState<Machine | null>(null);
  const [reason, setReason] = useState<string | null>(null);
  const [save, { isLoading, error }] = api.useSavePlaceMutation();
  const send = async () => {
    const parsed = placeInput.safeParse(input);
    if (!parsed.success) {
      setReason(parsed.error.issues[0]!.message);
      return;
    }
    setReason(null);
    const r = await save({ id, revision: place?.revision ?? 0, place: parsed.data });
    const saved = r.data?.places.find((p) => p.id === id);
    if (saved) onSaved(saved);
  };
  return (
    <Dialog
      open
      onCancel={onClose}
      footer={null}
      title={machine ? machine.name : place ? words.changePlace() : words.newPlace()}
      width={machine ? 860 : 620}
      destroyOnHidden
    >
      {machine && (
        <MachineForm
          key={machine.id}
          machine={machine}
          onBack={() => setMachine(null)}
          onDone={(m) => {
            const known = input.machines.some((x) => x.id === m.id);
            const machines = known ? input.machines.map((x) => (x.id === m.id ? m : x)) : [...input.machines, m];
            setInput({ ...input, machines });
            setMachine(null);
          }}
        />
      )}
      <div style={{ display: machine ? "none" : "grid", gap: 12 }}>
        {place && <p className="small quiet">{words.placeOf({ n: place.clients })}</p>}
        <label className="field">
          <span>{words.placeName()}</span>
          <Input autoFocus value={input.name} onChange={(e) => setInput({ ...input, name: e.target.value })} />
          <span className="reason">{reason}</span>
        </label>
        <Equipment value={input} unit={unit} onChange={(change) => setInput({ ...input, ...change })} />
        <MachineList
          machines={input.machines}
          stations={input.stations}
          hasCable={input.equipment.includes("cable")}
          hasMachines={input.equipment.includes("machine")}
          onOpen={setMachine}
          onRemove={(m) => setInput({ ...input, machines: input.machines.filter((x) => x.id !== m.id) })}
        />
        <label className="field">
          <span>{words.placeNote()}</span>
          <Input value={input.note} onChange={(e) => setInput({ ...input, note: e.target.value })} />
        </label>
        {error && (
          <p className="notice warn" role="alert">
            {toFailure(error).error}
          </p>
        )}
        <div className="actions">
          <Button type="primary" loading={isLoading} onClick={() => void send()}>
            {words.savePlace()}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
