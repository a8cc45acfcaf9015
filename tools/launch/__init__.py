"""The launcher: installs what is missing, starts and stops what Grelt needs. Standard library only.

paths       where things are
say         what is printed while working
debian      packages of the system
python_env  the virtual environment
node_env    Node, the front end's packages, its build
postgres    the project's own PostgreSQL server
serve       `start`: web server and worker
checks      `test` and `lint`
"""
