javac -d .out seed/*.java && java -ea -cp .out seed.CounterTest; code=$?; rm -rf .out; exit $code
