import { PracticePage } from '@/screens/practice/PracticePage';

/** Exercises for who learns to lay floors. */
export default function Page() {
  return <PracticePage />;
}
