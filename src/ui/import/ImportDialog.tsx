'use client';
import { Dialog, Portal } from '@chakra-ui/react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { boxOf, signedArea } from '@/core/geometry';
import { OBSTACLE_KINDS, readJob, type Job } from '@/core/given';
import { formatArea, formatLength, type Display } from '@/core/units';
import { takenOver, type Offer, type Role } from '@/formats/drawing';
import { createDrawingReader, type DrawingReader, type Preview } from '@/workers';
import { Button, Choice, Fields, LengthField, Mistake, Table } from '../kit';
import styles from './import.module.css';
import { ringPath } from '../sheet/paths';

type Props = {
  file: File;
  display: Display;
  /** the job whose rooms the drawing replaces; a new one with presets where there is none yet */
  into: Job;
  action: string;
  onTake: (job: Job) => string | undefined;
  onClose: () => void;
};

/** A drawing is no larger than this, bytes; text of that size is read in a second or two. */
const LARGEST = 20_000_000;

/** So many outlines can be given another role one by one; a drawing of more is sorted by its layers. */
const LISTED = 30;

const UNIT_NAMES: readonly (readonly [number, string])[] = [
  [1, 'millimetres'],
  [10, 'centimetres'],
  [1000, 'metres'],
  [25.4, 'inches'],
  [304.8, 'feet'],
];

const ROLES: readonly Role[] = ['room', 'doorway', ...OBSTACLE_KINDS, 'leave'];

/** What a drawing holds, at scale, before anything of it is taken over. */
export function ImportDialog({ file, display, into, action, onTake, onClose }: Props) {
  const [preview, setPreview] = useState<Preview | null>(null);
  const [problem, setProblem] = useState<string | null>(
    file.size > LARGEST
      ? `${(file.size / 1e6).toFixed(0)} MB is more than a floor plan needs (${LARGEST / 1e6} MB); leave out what is not walls.`
      : null,
  );
  const [roles, setRoles] = useState<Readonly<Record<number, Role>>>({});
  const reader = useRef<DrawingReader | null>(null);

  useEffect(() => {
    if (file.size > LARGEST) return;
    const mine = createDrawingReader();
    reader.current = mine;
    let current = true;
    void file
      .text()
      .then((text) => mine.read(file.name, text, display))
      .then((read) => {
        if (!current) return;
        if ('problem' in read) setProblem(`${file.name}: ${read.problem}.`);
        else setPreview(read);
      });
    return () => {
      current = false;
      mine.close();
    };
  }, [file, display]);

  const inUnit = async (unit: number) => {
    const next = await reader.current?.inUnit(unit);
    if (next) {
      setPreview(next);
      setRoles({});
    }
  };
  const offers = useMemo(() => preview?.offers.map((o, i) => (roles[i] ? { ...o, role: roles[i] } : o)) ?? [], [preview, roles]);
  const taken = useMemo(() => (offers.some((o) => o.role === 'room') ? takenOver(into, offers) : null), [offers, into]);
  const checked = useMemo(() => (taken ? readJob(taken.job) : null), [taken]);
  const faults = checked && !checked.ok ? checked.problems : [];
  const box = offers.length > 0 ? boxOf(offers.flatMap((o) => [...o.ring])) : null;
  const take = () => {
    if (!checked?.ok) return;
    const wrong = onTake(checked.value);
    if (wrong) setProblem(wrong);
    else onClose();
  };
  return (
    <Dialog.Root open onOpenChange={(e) => !e.open && onClose()} placement="center" size="xl" scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="bg" color="fg">
            <Dialog.Header>
              <Dialog.Title>{file.name}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              {problem && <Mistake text={problem} />}
              {!preview && !problem && (
                <p role="status">
                  Reading the drawing … <progress aria-label="Reading the drawing" />
                </p>
              )}
              {preview && (
                <>
                  {box && <Picture offers={offers} display={display} />}
                  <Fields>
                    <Choice
                      label={`One unit of the drawing is ${preview.unitKnown ? '(as it says)' : '(it does not say)'}`}
                      value={`${preview.unit}`}
                      options={[
                        ...(UNIT_NAMES.some(([unit]) => unit === preview.unit)
                          ? []
                          : [[`${preview.unit}`, `${Number(preview.unit.toPrecision(5))} mm`] as const]),
                        ...UNIT_NAMES.map(([unit, name]) => [`${unit}`, name] as const),
                      ]}
                      onChoice={(unit) => void inUnit(Number(unit))}
                    />
                    {box && (
                      <LengthField
                        label="The whole drawing is as wide as"
                        mm={Math.round((box.maxX - box.minX) * 1000) / 1000}
                        display={display}
                        onLength={(mm) => {
                          if (mm < 100) return 'At least 100 mm.';
                          void inUnit((preview.unit * mm) / (box.maxX - box.minX));
                          return undefined;
                        }}
                      />
                    )}
                  </Fields>
                  {offers.length === 0 && <p className="must">No closed outline was found in it.</p>}
                  <Table.Root size="sm" className={styles.offersList}>
                    <Table.Header>
                      <Table.Row>
                        <Table.ColumnHeader>Outline</Table.ColumnHeader>
                        <Table.ColumnHeader>Size</Table.ColumnHeader>
                        <Table.ColumnHeader>Taken for</Table.ColumnHeader>
                      </Table.Row>
                    </Table.Header>
                    <Table.Body>
                      {offers.slice(0, LISTED).map((o, i) => (
                        <Table.Row key={i}>
                          <Table.Cell>
                            {i + 1} {o.name} <span className="quiet">{o.why}</span>
                          </Table.Cell>
                          <Table.Cell className="figures">{sizeOf(o, display)}</Table.Cell>
                          <Table.Cell>
                            <Choice
                              bare
                              label={`Outline ${i + 1} is taken for`}
                              value={o.role}
                              options={ROLES.filter((role) => role !== 'doorway' || o.ring.length === 4).map((role) => [
                                role,
                                role === 'leave' ? 'left out' : role,
                              ])}
                              onChoice={(role) => setRoles({ ...roles, [i]: role as Role })}
                            />
                          </Table.Cell>
                        </Table.Row>
                      ))}
                    </Table.Body>
                  </Table.Root>
                  {offers.length > LISTED && (
                    <p className="quiet">… and {offers.length - LISTED} more, taken as the drawing’s layers say.</p>
                  )}
                  {[...preview.left, ...(taken?.left ?? [])].length > 0 && (
                    <>
                      <h2>Not understood, and left out</h2>
                      <ul>
                        {[...preview.left, ...(taken?.left ?? [])].slice(0, 20).map((line) => (
                          <li key={line}>{line}</li>
                        ))}
                      </ul>
                    </>
                  )}
                  {faults.slice(0, 3).map((fault) => (
                    <p key={fault.path + fault.text} className="must" role="alert">
                      {fault.path}: {fault.text}
                    </p>
                  ))}
                </>
              )}
            </Dialog.Body>
            <Dialog.Footer>
              <Button onClick={onClose}>Cancel</Button>
              <Button variant="solid" colorPalette="blue" disabled={!checked?.ok} onClick={take}>
                {action}
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

function sizeOf({ ring }: Offer, display: Display): string {
  const box = boxOf(ring);
  const length = (mm: number) => formatLength(mm, display, { bare: true });
  return `${length(box.maxX - box.minX)} × ${length(box.maxY - box.minY)}, ${formatArea(Math.abs(signedArea(ring)), display)}`;
}

/** The outlines at scale, numbered, with a bar of a round length. */
function Picture({ offers, display }: { offers: readonly Offer[]; display: Display }) {
  const box = boxOf(offers.flatMap((o) => [...o.ring]));
  const [w, h] = [box.maxX - box.minX, box.maxY - box.minY];
  const margin = Math.max(w, h) * 0.05;
  const bar = [50_000, 20_000, 10_000, 5000, 2000, 1000, 500, 200, 100, 50].find((mm) => mm <= w / 2) ?? w / 2;
  const scaleBar =
    display === 'metric' ? bar : ([60_960, 30_480, 15_240, 6096, 3048, 1524, 609.6, 304.8].find((mm) => mm <= w / 2) ?? w / 2);
  const y = (value: number) => box.maxY + box.minY - value;
  const letters = Math.max(w, h) / 28;
  return (
    <svg
      className={styles.offers}
      role="img"
      aria-label={`${offers.filter((o) => o.role === 'room').length} rooms in a drawing of ${formatLength(w, display)} by ${formatLength(h, display)}`}
      viewBox={`${box.minX - margin} ${box.minY - margin} ${w + 2 * margin} ${h + 3 * margin}`}
    >
      {[...offers.entries()]
        .sort(([, a], [, b]) => Math.abs(signedArea(b.ring)) - Math.abs(signedArea(a.ring)))
        .map(([i, o]) => (
          <path
            key={i}
            className={`${styles.offer} ${styles[o.role] ?? styles.thing}`}
            d={ringPath(o.ring.map(([px, py]) => [px, y(py)]))}
          />
        ))}
      {offers.map((o, i) => {
        const own = boxOf(o.ring);
        if (Math.min(own.maxX - own.minX, own.maxY - own.minY) < letters * 1.2) return null;
        return (
          <text key={i} x={(own.minX + own.maxX) / 2} y={y((own.minY + own.maxY) / 2)} style={{ fontSize: letters, textAnchor: 'middle' }}>
            {i + 1}
          </text>
        );
      })}
      <path className={styles.bar} d={`M${box.minX} ${box.maxY + margin}h${scaleBar}`} strokeWidth={letters / 5} />
      <text x={box.minX + scaleBar + letters / 2} y={box.maxY + margin + letters / 3} style={{ fontSize: letters }}>
        {formatLength(scaleBar, display)}
      </text>
    </svg>
  );
}
