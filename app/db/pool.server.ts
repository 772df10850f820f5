import pg from 'pg';
import { PreparingClient } from './preparing.server';

/**
 * Connections to a database. One that breaks must not end the process, whether it lies idle or somebody has it in
 * hand, at a server or at the thread of the embedded database: the query under way fails, and the next gets a new one.
 */
export function poolOf(config: pg.PoolConfig): pg.Pool {
  const pool = new pg.Pool({ Client: PreparingClient, ...config });
  pool.on('error', () => undefined);
  pool.on('connect', (connection) => connection.on('error', () => undefined));
  return pool;
}
