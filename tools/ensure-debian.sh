#!/bin/sh
# What tests need besides Python and Node: take the commands that are there, or install Debian's packages of their names.
set -eu
if [ "$(id -u)" -eq 0 ]; then SUDO=""; else SUDO="sudo"; fi
for name in "$@"; do
  if command -v "$name" >/dev/null 2>&1; then
    continue
  fi
  echo "$name is not on this machine: installing Debian's package for the tests."
  $SUDO apt-get update -qq
  DEBIAN_FRONTEND=noninteractive $SUDO apt-get install -y -qq --no-install-recommends "$name" >/dev/null
  command -v "$name" >/dev/null 2>&1
done
