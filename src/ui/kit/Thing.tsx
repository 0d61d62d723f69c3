import { Fieldset, SimpleGrid } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** One thing of several, with its name on the frame: a doorway, a register, a new room. */
export const Thing = ({ name, children }: { name: string; children: ReactNode }) => (
  <Fieldset.Root borderWidth="1px" borderColor="edge" borderRadius="6px" px="3" pt="1" pb="1.5" mb="3">
    <Fieldset.Legend px="1.5" fontWeight="650" fontSize="16px" color="ink">
      {name}
    </Fieldset.Legend>
    {children}
  </Fieldset.Root>
);

/** Its fields, two beside each other. */
export const Fields = ({ children }: { children: ReactNode }) => (
  <SimpleGrid columns={2} columnGap="3" rowGap="2" w="full">
    {children}
  </SimpleGrid>
);
