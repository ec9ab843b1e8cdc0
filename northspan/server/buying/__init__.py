"""What is bought for a job: the shop's lists, wire cut from spools, materials."""
