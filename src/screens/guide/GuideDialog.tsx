'use client';
import { Image, Tabs } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { Key, Stage } from '@/stages';
import { formatLength } from '@/core/units';
import { useJob } from '@/ui/desk';
import { Button, Heading2, TextField, Why, Window } from '@/ui/kit';
import { inUnits, PAGES, pagesWith, type Page } from './pages';
import { PICTURES } from './pictures';

type Props = { open: boolean; onClose: () => void; stage: Stage; keys: readonly Pick<Key, 'shows' | 'does'>[] };

/** What this stage is for and how it is done, every other page to be looked through, and all keys as they are bound. */
export function GuideDialog({ open, onClose, stage, keys }: Props) {
  return (
    <Window
      open={open}
      onClose={onClose}
      title="Guide and keys"
      footer={
        <Button variant="solid" onClick={onClose}>
          Close
        </Button>
      }
    >
      <Tabs.Root defaultValue="guide" lazyMount>
        <Tabs.List>
          <Tabs.Trigger value="guide" minH="44px">
            Guide
          </Tabs.Trigger>
          <Tabs.Trigger value="keys" minH="44px">
            Keys
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="guide">
          {/* opened again, it is at the stage one is in by now */}
          <Guide key={`${stage.name} ${open}`} stage={stage.name} />
        </Tabs.Content>
        <Tabs.Content value="keys">
          <dl style={{ display: 'grid', gridTemplateColumns: '76px 1fr', gap: '9px 14px', margin: 0 }}>
            {keys.map(({ shows, does }, i) => (
              <div key={i} style={{ display: 'contents' }}>
                <dt>
                  <kbd>{shows}</kbd>
                </dt>
                <dd style={{ margin: 0 }}>{does}</dd>
              </div>
            ))}
          </dl>
        </Tabs.Content>
      </Tabs.Root>
    </Window>
  );
}

function Guide({ stage }: { stage: string }) {
  const [words, setWords] = useState('');
  const [chosen, setChosen] = useState(stage);
  const found = pagesWith(words);
  // the device keeps what was asked for once: all pictures are there when the network is not
  useEffect(() => {
    for (const { src } of Object.values(PICTURES)) void fetch(src).catch(() => undefined);
  }, []);
  const page = PAGES.find((p) => p.stage === chosen) ?? PAGES[0]!;
  return (
    <>
      <TextField label="Look for a word" value={words} onText={(text) => (setWords(text), undefined)} />
      {words === '' ? (
        <>
          <OnePage page={page} />
          <Heading2>The other pages</Heading2>
        </>
      ) : (
        <Why tone="quiet" role="status">
          {found.length === 0 ? 'No page has that.' : `${found.length} ${found.length === 1 ? 'page has' : 'pages have'} it.`}
        </Why>
      )}
      {found
        .filter((p) => words !== '' || p !== page)
        .map((p) => (
          <Button
            key={p.stage}
            w="100%"
            mb="1.5"
            justifyContent="flex-start"
            onClick={() => {
              setChosen(p.stage);
              setWords('');
            }}
          >
            {PAGES.indexOf(p) + 1}. {p.title}
          </Button>
        ))}
    </>
  );
}

function OnePage({ page }: { page: Page }) {
  const { display } = useJob();
  const read = (text: string) => inUnits(text, (mm) => formatLength(mm, display));
  return (
    <article>
      <Heading2>
        {PAGES.indexOf(page) + 1}. {page.title}
      </Heading2>
      <Why>{read(page.about)}</Why>
      <Picture stage={page.stage} title={page.title} />
      <ol style={{ listStyle: 'decimal', margin: '10px 0', paddingLeft: 22, lineHeight: 1.4 }}>
        {page.steps.map((step) => (
          <li key={step} style={{ marginBottom: 6 }}>
            {read(step)}
          </li>
        ))}
      </ol>
      {page.mind.map((text) => (
        <Why key={text} tone="should">
          {read(text)}
        </Why>
      ))}
    </article>
  );
}

/** The stage as it looks on the demo's floor. */
function Picture({ stage, title }: { stage: string; title: string }) {
  const { src, width, height } = PICTURES[stage as keyof typeof PICTURES];
  // as it is, not by the server's making it smaller: without network there is none
  return <Image src={src} width={width} height={height} alt={`${title}, on a sample floor`} w="100%" h="auto" my="3" borderWidth="1px" borderRadius="6px" />; // prettier-ignore
}
