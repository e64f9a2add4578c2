// A database and worker threads start within some specs; a loaded machine must not make them fail.
jasmine.DEFAULT_TIMEOUT_INTERVAL = 120_000;
