"""What the views reach for: the store of the application at hand."""

from typing import cast

from flask import current_app

from northspan.store.job_store import JobStore

STORE_KEY = "northspan.job_store"


def job_store() -> JobStore:
    """The job store of the running application."""
    return cast(JobStore, current_app.extensions[STORE_KEY])
