# frozen_string_literal: true

module Server
  # One page of rows that stand in the database, the newest first.
  module Page
    module_function

    # found: an Active Record relation; page: from 1; per_page: rows. The block says how a row is shown. Returns a
    # JSON-ready Hash.
    def of(found, page, per_page, &shown)
      {
        "items" => found.order(id: :desc).offset((page - 1) * per_page).limit(per_page).map(&shown),
        "total" => found.count, "page" => page, "per_page" => per_page
      }
    end
  end
end
