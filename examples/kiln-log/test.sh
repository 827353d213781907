javac -d .out kiln/*.java && java -ea -cp .out kiln.FiringTest; code=$?; rm -rf .out; exit $code
