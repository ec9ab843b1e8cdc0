"""The commands of the command line: each module does one, and draws in what that one needs."""
