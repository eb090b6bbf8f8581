import { Pagination } from "antd";

type Props = { page: number; size: number; total: number; onPage: (page: number) => void };

/** Leads from page to page of a list; nothing where all fits on one. */
export function Pager({ page, size, total, onPage }: Props) {
  if (total <= size) return null;
  return (
    <div className="pager">
      <Pagination current={page} pageSize={size} total={total} showSizeChanger={false} onChange={onPage} />
    </div>
  );
}
