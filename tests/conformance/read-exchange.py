"""What Debian's translate-toolkit reads of files given as names: a JSON list of [source, target] for each."""
import json
import sys

from translate.storage import factory

out = []
for name in sys.argv[1:]:
    store = factory.getobject(name)
    out.append([[str(u.source), str(u.target)] for u in store.units if u.istranslatable() or u.source])
json.dump(out, sys.stdout)
