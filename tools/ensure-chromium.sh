#!/bin/sh
# The browser tests need Chromium: take the one that is there, or install Debian's.
set -eu
if command -v chromium >/dev/null 2>&1; then
  exit 0
fi
echo "Chromium is not on this machine: installing Debian's package for the browser tests."
if [ "$(id -u)" -eq 0 ]; then SUDO=""; else SUDO="sudo"; fi
$SUDO apt-get update -qq
DEBIAN_FRONTEND=noninteractive $SUDO apt-get install -y -qq --no-install-recommends chromium >/dev/null
command -v chromium >/dev/null 2>&1
