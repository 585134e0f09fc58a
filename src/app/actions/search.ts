'use server';

import { z } from 'zod';
import { ok } from '../../core/units/result';
import { search } from '../../services/search/search';
import { query } from '../_server/action';

export const searchAction = query('see', [z.string().max(80)], ({ shop, role }, text) =>
  ok(search(shop, role, text)),
);
