import { installed } from './_server/installed';

export default function manifest() {
  return installed('Bitacora', '/');
}
