# frozen_string_literal: true

module Server
  # The web application: the API under /api, and the front end for everything else.
  class Application < Sinatra::Base
    DIST = File.join(Paths::ROOT, "web/dist")

    set :root, Paths::ROOT
    set :public_folder, DIST
    set :static, false
    set :show_exceptions, false
    set :raise_errors, false
    set :logging, false
    set :dump_errors, false
    set :host_authorization, permitted_hosts: []
    set :strict_paths, false
    # The CSRF token, the cookie's SameSite and the headers below do what these would.
    disable :protection

    use SecurityHeaders
    use Doorway
    use AccessDoor
    use ProvisioningDoor
    helpers RequestHelp, RefusalHelp

    before do
      next unless request.path_info.match?(%r{\A/(api|access|\.well-known)/})

      headers "cache-control" => "no-store"
      find_operation
      enter
      relay if @operation.heavy?
      check_contract
    end

    # What was chosen is for one request.
    after { Current.reset }

    error(Problem) do |error|
      note_refused(error)
      problem(error)
    end
    error(CobaltLedger::BadInput) { |error| problem(Problem.from_bad_input(error)) }
    error(ActiveRecord::RecordInvalid) { |error| problem(Problem.new(422, "bad-input", error.message)) }
    error(Heavy::Dropped) { |error| problem(error.problem) }
    error(Sinatra::NotFound) { problem(Problem.new(404, "no-such-route", "Nothing was found at this address")) }
    error(Sinatra::BadRequest) { problem(Problem.new(400, "bad-request", "The request can't be read")) }
    error do |error|
      trouble = DatabaseTrouble.problem(error)
      Log.defect(error) unless trouble
      problem(trouble || Problem.defect)
    end

    Job.wake = -> { Jobs::Crew.wake }

    register Routes::Operations
    register Routes::Programs
    register Routes::Sessions
    register Routes::Accounts
    register Routes::Overview
    register Routes::Catalogue
    register Routes::People
    register Routes::Provisioning
    register Routes::Audits
    register Routes::Precedence
    register Routes::RuleBook
    register Routes::Inspection
    register Routes::Imports
    register Routes::ChangeControl
    register Routes::Publishing
    register Routes::Editions
    register Routes::Expectations
    register Routes::StoredRecords
    register Routes::RecordFiles
    register Routes::Workbooks
    register Routes::Records
    register Routes::RecordActions

    # First parts of the addresses that the front end has pages for.
    PAGES = %w[map matrix rules rehearsal findings precedence changes catalogue people evidence journal help messages
               pushed records setup].freeze

    # The front end: a file where there is one, and the page itself; where there is no page, it says so.
    get "/*" do
      path = File.expand_path(File.join(DIST, request.path_info))
      if path.start_with?("#{DIST}/") && File.file?(path) && path != File.join(DIST, "index.html")
        cache_control :public, :immutable, max_age: 31_536_000 if request.path_info.start_with?("/assets/")
        send_file path
      end
      page = File.join(DIST, "index.html")
      halt 503, "The front end is not built yet: run bin/demo or bin/serve.\n" unless File.file?(page)
      cache_control :no_cache
      first = request.path_info.split("/")[1]
      send_file page if first.nil? || PAGES.include?(first)
      content_type :html
      halt 404, File.read(page)
    end
  end
end
