"""The shop's own lists, common to all its jobs: appliances and prices, with CSV in and out."""
