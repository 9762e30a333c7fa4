import { registryOf } from '@/core/base/registry';
import { changeUseCases } from './documents/change';
import { createUseCases } from './documents/create';
import { openUseCases } from './documents/open';
import { transferUseCases } from './documents/transfer';
import { visibilityUseCases } from './documents/visibility';
import { fileUseCases } from './assets/files';
import { guideUseCases } from './guides/site';
import { jobUseCases } from './jobs/jobs';
import { uploadUseCases } from './jobs/uploads';
import { inboxUseCases } from './people/inbox';
import { deliveryUseCases } from './outputs/deliveries';
import { outputUseCases } from './outputs/write';
import { invitationUseCases } from './people/invitations';
import { keyUseCases } from './people/keys';
import { memberUseCases } from './people/members';
import { outboxUseCases } from './people/outbox';
import { peopleUseCases } from './people/people';
import { sessionUseCases } from './people/sessions';
import { productUseCases } from './products/take';
import { parentUseCases } from './releases/parent';
import { publishUseCases } from './releases/publish';
import { withdrawUseCases } from './releases/withdraw';
import { proposalUseCases } from './repositories/proposals';
import { repositoryUseCases } from './repositories/repository';
import { scanUseCases } from './usage/scans';
import type { UseCase } from './use-case';
import { nextStepUseCases } from './workspace/next-steps';
import { settingsUseCases } from './workspace/settings';

/** Everything the program can do. The table of permissions in the tests is drawn from here. */
export const USE_CASES: ReadonlyMap<string, UseCase> = registryOf(
  [
    ...peopleUseCases,
    ...sessionUseCases,
    ...memberUseCases,
    ...invitationUseCases,
    ...outboxUseCases,
    ...keyUseCases,
    ...openUseCases,
    ...changeUseCases,
    ...createUseCases,
    ...transferUseCases,
    ...visibilityUseCases,
    ...publishUseCases,
    ...withdrawUseCases,
    ...parentUseCases,
    ...productUseCases,
    ...outputUseCases,
    ...deliveryUseCases,
    ...guideUseCases,
    ...inboxUseCases,
    ...fileUseCases,
    ...settingsUseCases,
    ...nextStepUseCases,
    ...jobUseCases,
    ...uploadUseCases,
    ...repositoryUseCases,
    ...proposalUseCases,
    ...scanUseCases,
  ] as unknown as readonly UseCase[],
  ({ id }) => id,
);
