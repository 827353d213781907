javac -d .out foundry/*.java && java -ea -cp .out foundry.CastingTest; code=$?; rm -rf .out; exit $code
