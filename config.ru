# frozen_string_literal: true

require_relative "server/boot"

Server::Database.open(ENV.fetch("COBALT_DATABASE"))
Server::Setup.prepare
run Server::Application
