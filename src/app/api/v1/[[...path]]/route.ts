import { answerApi } from '@/api/answer';

export const dynamic = 'force-dynamic';
export {
  answerApi as DELETE,
  answerApi as GET,
  answerApi as HEAD,
  answerApi as OPTIONS,
  answerApi as PATCH,
  answerApi as POST,
  answerApi as PUT,
};
