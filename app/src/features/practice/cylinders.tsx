import { Choice } from '@/ui/choice';

/** Which cylinder the hands are at. */
export function Cylinders({
  ids,
  chosen,
  onChoose,
  ground = false,
}: {
  ids: readonly string[];
  chosen: string;
  onChoose(id: string): void;
  /** Off the plates. */
  ground?: boolean;
}) {
  if (ids.length < 2) return null;
  return (
    <Choice
      label="Cylinder"
      hideLabel
      options={ids.map((id) => ({ value: id, word: `Cyl ${id}` }))}
      chosen={chosen}
      onChoose={onChoose}
      ground={ground}
    />
  );
}
