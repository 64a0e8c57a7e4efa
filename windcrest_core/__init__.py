"""The rules of the job: a figure sheet goes in, a plan comes out."""
