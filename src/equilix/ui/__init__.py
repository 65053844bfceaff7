"""The interface: everything that knows Qt. It draws what the core says and computes nothing itself."""
