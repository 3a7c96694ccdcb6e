import { Box, Flex } from "@chakra-ui/react";
import { type KeyboardEvent, type ReactNode, useEffect, useLayoutEffect, useRef, useState } from "react";
import type { ColumnInfo, RecordsAsked } from "../../api/client";
import { type Place, stepped } from "../../shared/walk";
import { FOCUS, GRID, HEAD, NUMBERS } from "./gridStyle";
import { ROW, rowAt, scrollOf, tallness } from "./scroll";
import { type RecordSource, type Row, useRecords } from "./useRecords";
import { Writing } from "./Writing";
import { laidOut } from "./widths";

type Props = {
  source: RecordSource;
  records: number;
  columns: readonly ColumnInfo[];
  asked: RecordsAsked;
  head: (column: ColumnInfo) => ReactNode;
  onTotal?: (total: number) => void;
  /** Without it values are only read. */
  onCorrect?: (column: ColumnInfo, row: Row, to: string, was: string) => void;
};

/** The records, of which only those in view exist. Arrows walk them, Enter corrects a value. */
export function RecordGrid({ source, records, columns, asked, head, onTotal, onCorrect }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [view, setView] = useState({ width: 900, height: 460, left: 0 });
  const [top, setTop] = useState(0);
  const [at, setAt] = useState<Place>({ row: 0, column: 0 });
  const [writing, setWriting] = useState<Place | null>(null);
  const { starts, widths, whole } = laidOut(columns, view.width);
  const shown = Math.max(1, Math.ceil(view.height / ROW));
  const first = Math.max(0, Math.floor(top));
  const found = useRecords(source, first, Math.min(first + shown, Math.max(0, records - 1)));
  const total = found.total ?? records;
  const named = found.columns;

  useEffect(() => {
    if (found.total !== undefined) onTotal?.(found.total);
  }, [found.total, onTotal]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another order begins at its top
  useEffect(() => {
    setTop(0);
    setAt({ row: 0, column: 0 });
    if (box.current) box.current.scrollTop = 0;
  }, [asked.sort, asked.descending, asked.find, asked.field]);
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const measure = () =>
      setView({
        width: element.clientWidth - NUMBERS,
        height: element.clientHeight - HEAD,
        left: element.scrollLeft,
      });
    const watch = new ResizeObserver(measure);
    watch.observe(element);
    measure();
    return () => watch.disconnect();
  }, []);
  // A wheel moves by rows, however many rows a pixel of the bar stands for.
  useEffect(() => {
    const element = box.current;
    if (!element || total * ROW <= tallness(total)) return;
    const onWheel = (event: WheelEvent) => {
      if (event.ctrlKey || Math.abs(event.deltaX) > Math.abs(event.deltaY)) return;
      event.preventDefault();
      goTo(rowAt(element.scrollTop, total, view.height) + event.deltaY / ROW);
    };
    element.addEventListener("wheel", onWheel, { passive: false });
    return () => element.removeEventListener("wheel", onWheel);
  });

  function goTo(row: number) {
    const to = Math.min(Math.max(0, row), Math.max(0, total - view.height / ROW));
    if (box.current) box.current.scrollTop = scrollOf(to, total, view.height);
    setTop(to);
  }
  function onScroll() {
    const element = box.current;
    if (!element) return;
    const now = rowAt(element.scrollTop, total, view.height);
    // What has just been set is rounded by the bar; a step smaller than a pixel of it is kept as it was meant.
    const pixel = Math.abs(scrollOf(top, total, view.height) - element.scrollTop);
    if (pixel > 1) setTop(now);
    if (element.scrollLeft !== view.left) setView({ ...view, left: element.scrollLeft });
  }
  function walk({ row, column }: Place) {
    setAt({ row, column });
    const rows = Math.floor(view.height / ROW);
    if (row < top) goTo(row);
    else if (row > top + rows - 1) goTo(row - rows + 1);
    const element = box.current;
    if (element && column < starts.length) {
      const start = starts[column] as number;
      const end = start + (widths[column] as number);
      if (start < element.scrollLeft) element.scrollLeft = start;
      else if (end > element.scrollLeft + view.width) element.scrollLeft = end - view.width;
    }
  }
  function onKeyDown(event: KeyboardEvent) {
    if (writing || event.target !== box.current) return;
    const { row } = at;
    const far = event.ctrlKey || event.metaKey;
    const to = stepped(event.key, at, {
      rows: total,
      columns: columns.length,
      screen: Math.floor(view.height / ROW),
      far,
    });
    if (to) {
      event.preventDefault();
      walk(to);
    } else if (event.key === "Enter" && onCorrect && found.rows.get(row) && !found.rows.get(row)?.dropped) {
      event.preventDefault();
      setWriting(at);
    }
  }

  const within = columns
    .map((_, i) => i)
    .filter((i) => {
      const start = starts[i] as number;
      return start < view.left + view.width + 200 && start + (widths[i] as number) > view.left - 200;
    });
  const offset = (top - first) * ROW;
  const places = Array.from({ length: Math.max(0, Math.min(shown + 1, total - first)) }, (_, i) => first + i);
  const current = found.rows.get(at.row);

  return (
    <Flex flex="1" minH="0" position="relative" css={FOCUS}>
      <Box
        ref={box}
        role="grid"
        data-home
        aria-label="Records"
        aria-rowcount={total + 1}
        aria-colcount={columns.length}
        aria-activedescendant={current && at.row >= first && at.row <= first + shown ? "record-cell" : undefined}
        tabIndex={0}
        onScroll={onScroll}
        onKeyDown={onKeyDown}
        flex="1"
        minH="0"
        overflow="auto"
        position="relative"
        bg="card"
        css={GRID}
        outline="none"
      >
        <div className="canvas" style={{ height: HEAD + tallness(total), width: whole + NUMBERS }}>
          <div className="heads" role="row" aria-rowindex={1}>
            <div className="corner" role="columnheader">
              Record
            </div>
            {within.map((i) => (
              <div
                key={columns[i]?.name}
                className="head"
                role="columnheader"
                aria-colindex={i + 1}
                aria-sort={
                  asked.sort === columns[i]?.name ? (asked.descending ? "descending" : "ascending") : undefined
                }
                style={{ left: NUMBERS + (starts[i] as number), width: widths[i] }}
              >
                {head(columns[i] as ColumnInfo)}
              </div>
            ))}
          </div>
          <div className="rows">
            {places.map((place) => {
              const row = found.rows.get(place);
              return (
                <div
                  key={place}
                  role="row"
                  aria-rowindex={place + 2}
                  className={row?.dropped ? "row dropped" : "row"}
                  style={{ top: (place - first) * ROW - offset }}
                >
                  <div className="number" role="rowheader">
                    {row ? row.number.toLocaleString("en-US") : ""}
                  </div>
                  {within.map((i) => {
                    const column = columns[i] as ColumnInfo;
                    const here = place === at.row && i === at.column;
                    const text = row && named?.[i] === column.name ? row.cells[i] : undefined;
                    const before = row?.before.get(i);
                    const style = { left: NUMBERS + (starts[i] as number), width: widths[i] };
                    if (writing && writing.row === place && writing.column === i && row) {
                      return (
                        <Writing
                          key={column.name}
                          label={`${column.words}, record ${row.number}`}
                          value={text ?? ""}
                          style={style}
                          onDone={(to) => {
                            setWriting(null);
                            box.current?.focus();
                            if (to !== null && to !== text) onCorrect?.(column, row, to, text ?? "");
                          }}
                        />
                      );
                    }
                    return (
                      // biome-ignore lint/a11y/useKeyWithClickEvents: the grid around it answers the keys
                      <div
                        key={column.name}
                        id={here ? "record-cell" : undefined}
                        role="gridcell"
                        tabIndex={-1}
                        aria-colindex={i + 1}
                        className={here ? "cell here" : "cell"}
                        data-kind={column.kind}
                        data-misfit={row?.misfits.has(i) || undefined}
                        style={style}
                        title={
                          before !== undefined
                            ? `${text}, before: ${before || "blank"}`
                            : text && text.length > 16
                              ? text
                              : undefined
                        }
                        onClick={() => {
                          setAt({ row: place, column: i });
                          box.current?.focus();
                        }}
                        onDoubleClick={() => onCorrect && row && !row.dropped && setWriting({ row: place, column: i })}
                      >
                        {before !== undefined && !row?.dropped && (
                          <>
                            <s>{before || "blank"}</s>{" "}
                          </>
                        )}
                        {text}
                      </div>
                    );
                  })}
                </div>
              );
            })}
          </div>
        </div>
        {found.error && (
          <Box position="absolute" top={`${HEAD + 20}px`} left="80px" color="alarm" role="alert">
            {found.error.message}
          </Box>
        )}
        {total === 0 && !found.error && (
          <Box position="absolute" top={`${HEAD + 24}px`} left="80px" color="quiet">
            No record contains that.
          </Box>
        )}
      </Box>
    </Flex>
  );
}
