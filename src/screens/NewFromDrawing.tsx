'use client';
import { useMemo } from 'react';
import { newJob } from '@/core/given';
import { ImportDialog } from '@/ui/import/ImportDialog';

type Props = { file: File; onTake: (job: unknown) => void; onClose: () => void };

/** A new job from a drawing: what it holds is looked at first. */
export function NewFromDrawing({ file, onTake, onClose }: Props) {
  const fresh = useMemo(() => newJob(file.name.replace(/\.\w+$/, ''), 'metric', 4000, 3000), [file]);
  return (
    <ImportDialog
      file={file}
      display="metric"
      into={fresh}
      action="Make a job of it"
      onTake={(job) => void onTake(job)}
      onClose={onClose}
    />
  );
}
