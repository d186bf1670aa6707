import * as yup from 'yup';
import { passwordFault } from './passwords';

/** A password as somebody chooses one. */
export const newPassword = yup
  .string()
  .strict()
  .max(200, 'too-long')
  .test('new', 'password-short', (p, at) => {
    const fault = passwordFault(p ?? '');
    return fault === null || at.createError({ message: fault });
  })
  .required('missing');
