# frozen_string_literal: true

# Long jobs: their queue, being taken up after a stop, and the schedule.
RSpec.describe "Long jobs" do
  before do
    SampleDatabase.fresh
    stub_const("CountingKind", Class.new(Server::Jobs::Kind) do
      def perform = { "counted" => job.given["to"] }
    end)
    allow(Server::Jobs::Kind).to receive(:[]).and_call_original
    allow(Server::Jobs::Kind).to receive(:[]).with("counting").and_return(CountingKind)
  end

  def job(**more)
    Server::Job.create!(
      { kind: "counting", topic: "x", subject: "x", given: '{"to":3}', started_by: "Mairin" }.merge(more)
    )
  end

  def work_off = Server::Jobs::Runner.new.work_off

  it "are worked off one after the other, and keep what came of them" do
    jobs = Array.new(3) { job }
    work_off
    expect(jobs.map { |each| each.reload.then { |now| [now.status, now.result, now.attempts] } }).to eq(
      [["done", { "counted" => 3 }, 1]] * 3
    )
  end

  it "are taken up again when whoever worked on them is silent, and not before" do
    silent = job(status: "running", runner: "gone", attempts: 1, beat_at: Time.now - Server::Job::SILENCE - 1)
    alive = job(status: "running", runner: "there", attempts: 1, beat_at: Time.now - 1)
    work_off
    expect([silent, alive].map { |each| each.reload.status }).to eq(%w[done running])
    # Whoever comes back too late has nothing to say any more.
    late = Server::Job.find(silent.id).tap { |each| each.runner = "gone" }
    expect([late.note(done: 9), late.going?]).to eq([false, false])
  end

  it "are broken off when they bring down whoever takes them up" do
    fatal = job(status: "running", runner: "gone", attempts: Server::Job::ATTEMPTS, beat_at: Time.now - 60)
    next_one = job
    work_off
    expect([fatal, next_one].map { |each| each.reload.status }).to eq(%w[broken_off done])
  end

  it "go back into the queue when a server starts that is alone" do
    # However often the server was stopped meanwhile: that is no attempt of the job's own.
    left = job(status: "running", runner: "gone", attempts: Server::Job::ATTEMPTS, beat_at: Time.now)
    Server::Job.take_up_again
    work_off
    expect(left.reload.status).to eq("done")
  end

  it "tell a rule's owner once that its day of review has come, by the clocks of the policy's zone" do
    edition = Server::Edition.newest
    rules = edition.policy_document["rules"].first(4).zip(%w[2027-03-03 2027-03-02 2027-03-04]).map do |rule, day|
      rule.merge("owner" => "mairin.okafor", "review_by" => day).compact
    end
    document = edition.policy_document.merge("rules" => rules)
    Server::Edition.create!(edition.attributes.except("id").merge(
                              "number" => edition.number + 1, "document" => CobaltLedger::CanonicalJson.write(document)
                            ))
    zone = Server::PolicyStore.instance.in_force.policy.zone
    at = Time.at(zone.local_time(2027, 3, 3, 0, 30).to_i)
    allow(Time).to receive(:now).and_return(at)
    2.times { Server::Jobs::Schedule.perform(Server::Jobs::Scheduled["tell_of_reviews"]) }
    told = Server::Message.where(kind: "review_due", person: "mairin.okafor").pluck(:subject)
    expect(told).to match_array(
      rules.first(2).map { |rule| "“#{rule['title']}” is due for review by #{rule['review_by']}" }
    )
  end

  it "are put in the queue once, however many processes would do so at one moment" do
    topics = Array.new(40) { |number| "topic #{number}" }
    starts = Time.now + 0.5
    copies = Array.new(4) do
      Process.fork do
        Server::Job.wake = nil
        sleep([starts - Time.now, 0].max)
        topics.each do |topic|
          Server::Job.put(kind: "none", topic: topic, subject: "one", given: {}, by: "spec", account: nil) do |newest|
            newest.subject == "one"
          end
        end
      ensure
        exit!(0)
      end
    end
    copies.each { |copy| Process.wait(copy) }
    expect(Server::Job.where(kind: "none").group(:topic).count).to eq(topics.to_h { |topic| [topic, 1] })
  end

  it "each do what their file says, at times that the clocks know" do
    expect(Server::Jobs::Scheduled.names).to contain_exactly("audit_at_night", "clear_up", "follow_edits",
                                                             "publish_when_due", "seal_journal", "tell_of_reviews")
    scheduler = Server::Jobs::Schedule.keep
    expect(scheduler.jobs.map { |each| each.next_time.to_t.getlocal("+00:00") }).to all(
      be_between(Time.now, Time.now + (25 * 60 * 60))
    )
    expect(scheduler.cron_jobs.map { |each| each.original[/\S+\z/] }.uniq).to eq(
      [Server::PolicyStore.instance.in_force.policy.zone.identifier]
    )
  ensure
    scheduler&.shutdown(:kill)
  end

  it "prove both policies at night, and clear up what nobody looks at" do
    Server::Jobs::Schedule.perform(Server::Jobs::Scheduled["audit_at_night"])
    Server::Jobs::Crew.wait
    expect(%w[in_force pending].map { |name| Server::AuditRuns.latest(name).status }).to eq(%w[done done])
    month = Server::Job::KEPT + 60
    old = Array.new(2) { job(status: "done", finished_at: Time.now - month) }
    Server::Session.create!(
      account: Server::Account.first, token_digest: "x", csrf: "x", expires_at: Time.now - 60, last_seen_at: Time.now
    )
    files = [Server::JobFile::KEPT + 60, 60].map do |age|
      Server::JobFile.keep("x").tap { |file| Server::JobFile.where(file: file).update_all(created_at: Time.now - age) }
    end
    Server::Jobs::Schedule.perform(Server::Jobs::Scheduled["clear_up"])
    expect(Server::JobFile.pluck(:file)).to eq([files.last])
    expect(Server::Job.where(kind: "counting").pluck(:id)).to eq([old.last.id])
    expect(Server::Session.where(token_digest: "x")).not_to exist
  end
end
