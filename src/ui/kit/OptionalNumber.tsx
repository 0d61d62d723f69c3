import { TextField } from './TextField';

type Props = {
  /** what it is called for those who do not see what stands around it */
  label: string;
  /** what stands above the field */
  name: string;
  value: number | null;
  /** Takes the number, or undefined where the field was emptied; gives back what is wrong, or nothing. */
  onNumber: (value: number | undefined) => string | undefined;
};

/** A plain number that need not be said; emptied, what is usual holds again. */
export const OptionalNumber = ({ label, name, value, onNumber }: Props) => (
  <div>
    <div className="quiet" style={{ fontSize: 13 }} aria-hidden>
      {name}
    </div>
    <TextField
      compact
      label={label}
      value={value === null ? '' : String(Number(value.toFixed(3)))}
      onText={(text) => {
        const number = Number(text.replace(',', '.'));
        if (text === '') return onNumber(undefined);
        return Number.isFinite(number) ? onNumber(number) : 'A number, or nothing.';
      }}
    />
  </div>
);
