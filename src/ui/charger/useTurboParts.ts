import { useEffect, useMemo, useState } from 'react';
import { turboItem, type TurboItem } from '@/core/selection/candidate';
import { isCompressor, isTurbine } from '@/formats/library-items';
import { useJob } from '../store/solved';

/** The turbochargers on offer with their maps and turbines, fetched once. `items` null until all are here. */
export function useTurboParts(): { items: TurboItem[] | null; failed: boolean } {
  const { turbos, items, fetchItem, takeItems } = useJob();
  const [ready, setReady] = useState(false);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    if (!turbos) return;
    let live = true;
    const needed = new Map(
      turbos.turbochargers.map((t) => [
        `${t.document.compressor.id}.${t.document.compressor.revision}`,
        t.document.compressor,
      ]),
    );
    const missing = [...needed.values()].filter(
      (r) => !items.some((i) => i.id === r.id && i.revision === r.revision),
    );
    void Promise.all(missing.map(fetchItem)).then((all) => {
      if (!live) return;
      takeItems(turbos.turbines);
      setFailed(all.some((one) => one === null));
      setReady(true);
    });
    return () => {
      live = false;
    };
    // Fetched once for what is on offer.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [turbos]);
  const known = useMemo(() => {
    if (!ready || !turbos) return null;
    const key = ({ id, revision }: { id: string; revision: number }) => `${id}.${revision}`;
    const compressors = new Map(items.filter(isCompressor).map((i) => [key(i), i.document]));
    const turbines = new Map(items.filter(isTurbine).map((i) => [key(i), i.document]));
    return turbos.turbochargers.flatMap(({ id, revision, document }): TurboItem[] => {
      const compressor = compressors.get(key(document.compressor));
      const turbine = turbines.get(key(document.turbine));
      return compressor && turbine ? [turboItem({ id, revision, document, compressor, turbine })] : [];
    });
  }, [ready, turbos, items]);
  return { items: known, failed };
}
