import { freeCount, type Stock, type StockNeed, sayStock, stockKey } from '@mindful-probe/core';
import { Injectable } from '@nestjs/common';
import { NotEnoughError, StockNotFoundError } from './bench-errors.ts';
import { BenchItemsRepository } from './bench-items.repository.ts';

/** As many as the schema takes of a row. */
const MOST_ENTRIES = 1000;

type Reserved = NonNullable<Stock['reserved']>;

/** What is at hand, and what of it ways that were taken will use. A count never goes below what is promised. */
@Injectable()
export class DrawerService {
  constructor(private readonly items: BenchItemsRepository) {}

  list(): Promise<Stock[]> {
    return this.items.items<Stock>('drawer');
  }

  /**
   * Adds to what is there of the same part in the same place.
   *
   * @param by the entry of a tape that does so, once
   */
  async add(wanted: readonly Stock[], by?: string): Promise<void> {
    const keys = [...new Set(wanted.map(stockKey))];
    await this.items.change<Stock>('drawer', keys, (there) => {
      const now = new Map(there);
      for (const item of wanted) {
        const key = stockKey(item);
        const known = now.get(key);
        const { from = [] } = there.get(key) ?? {};
        if (by !== undefined && from.includes(by)) continue;
        const added = known ? { ...known, ...item, count: known.count + item.count } : item;
        now.set(key, by === undefined ? added : { ...added, from: [...from, by].slice(-MOST_ENTRIES) });
      }
      return now;
    });
  }

  /**
   * Takes out again what an entry put there, as far as it is still free, once.
   *
   * @param put what it put there
   */
  async takeBack(put: readonly Stock[], by: string): Promise<void> {
    const keys = [...new Set(put.map(stockKey))];
    await this.items.change<Stock>('drawer', keys, (there) => {
      const now = new Map<string, Stock>();
      for (const item of put) {
        const key = stockKey(item);
        const known = there.get(key);
        const left = now.get(key) ?? known;
        if (!left || !known?.from?.includes(by)) continue;
        const gone = Math.min(item.count, Math.max(0, freeCount(left)));
        now.set(key, { ...left, count: left.count - gone, from: known.from.filter((one) => one !== by) });
      }
      return now;
    });
  }

  /** @throws StockNotFoundError, or NotEnoughError where more would go than is free */
  async count(key: string, by: number): Promise<void> {
    await this.items.change<Stock>('drawer', [key], (there) => {
      const item = there.get(key);
      if (!item) throw new StockNotFoundError(`There is nothing under “${key}” in the drawer.`);
      if (freeCount(item) + by < 0) throw new NotEnoughError(`Of ${sayStock(item)} ${freeCount(item)} are free, and ${-by} were to go.`);
      return new Map([[key, { ...item, count: item.count + by }]]);
    });
  }

  /** Promises parts to an entry, all or none. @throws NotEnoughError */
  async reserve(by: string, needs: readonly StockNeed[]): Promise<void> {
    await this.items.change<Stock>(
      'drawer',
      needs.map(({ key }) => key),
      (there) => {
        const now = new Map<string, Stock>();
        for (const { key, count } of needs) {
          const item = now.get(key) ?? there.get(key);
          if (!item) throw new StockNotFoundError(`There is nothing under “${key}” in the drawer.`);
          const others: Reserved = (item.reserved ?? []).filter((one) => one.by !== by);
          const free = freeCount({ ...item, reserved: others });
          if (free < count) throw new NotEnoughError(`Of ${sayStock(item)} ${free} are free, and ${count} are wanted.`);
          now.set(key, { ...item, reserved: [...others, { by, count }] });
        }
        return now;
      },
    );
  }

  /** What was promised to an entry is used, or free again. */
  async settle(by: string, used: boolean): Promise<void> {
    const all = await this.list();
    const keys = all.filter(({ reserved = [] }) => reserved.some((one) => one.by === by)).map(stockKey);
    if (keys.length === 0) return;
    await this.items.change<Stock>('drawer', keys, (there) => {
      const settled = [...there].map(([key, item]) => {
        const mine = (item.reserved ?? []).filter((one) => one.by === by).reduce((sum, { count }) => sum + count, 0);
        const reserved = (item.reserved ?? []).filter((one) => one.by !== by);
        return [key, { ...item, count: used ? item.count - mine : item.count, reserved }] as const;
      });
      return new Map(settled);
    });
  }
}
