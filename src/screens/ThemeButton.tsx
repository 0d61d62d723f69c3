'use client';
import { Moon, Sun, SunDim } from 'lucide-react';
import { useTheme } from 'next-themes';
import { useSyncExternalStore } from 'react';
import { Button } from '@/ui/kit';

const never = () => () => undefined;

const NEXT_THEME = { day: 'sun', sun: 'dark', dark: 'day' } as const;
const THEME_NAME = { day: 'day', sun: 'sunlight', dark: 'night' } as const;

/** Day, sunlight, night. */
export function ThemeButton() {
  const { theme, setTheme } = useTheme();
  // the theme is known in the browser only
  const ready = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  const now = ready && (theme === 'sun' || theme === 'dark') ? theme : 'day';
  const Icon = { day: SunDim, sun: Sun, dark: Moon }[now];
  return (
    <Button
      bg="bg"
      onClick={() => setTheme(NEXT_THEME[now])}
      aria-label={`Colours: ${THEME_NAME[now]}; switch to ${THEME_NAME[NEXT_THEME[now]]}`}
      title={`Colours: ${THEME_NAME[now]}`}
    >
      <Icon size={18} />
    </Button>
  );
}
