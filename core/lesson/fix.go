package lesson

// Fix is a change that one click makes: the blocks as they would be after it.
type Fix struct {
	Label   string  `json:"label"`   // what to do: "Ask for 3 in a row"
	Outcome string  `json:"outcome"` // what comes of it: "81 % to finish"
	Blocks  []Block `json:"blocks"`  // these replace the blocks with the same ids
	// Whole: these are all of the lesson's blocks, in their order.
	Whole bool `json:"whole,omitempty"`
}
