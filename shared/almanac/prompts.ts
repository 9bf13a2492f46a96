// A hundred things to write about, for weeks in which nothing comes to mind. Loaded where they are shown.
import { inWords } from '#shared/platform/language'

/** Something to write about: what it is called, and what a post for it begins from. */
export interface Prompt {
  title: string
  prompt: string
}

export interface PromptGroup {
  name: string
  prompts: Prompt[]
}

const group = (name: string, ...prompts: [title: string, prompt: string][]): PromptGroup => ({
  name,
  prompts: prompts.map(([title, prompt]) => ({ title, prompt })),
})

/** Prompts that come with the product, ten of a group. */
export const shippedPrompts = inWords({
  groups: [
    group(
      'How it is made',
      ['One tool', 'Show one tool you use every day, and what it does that no other does.'],
      ['A step nobody sees', 'Name a step of the work that readers never see, and why it is not skipped.'],
      ['Before and after', 'Two pictures of one thing: as it came, and as it left.'],
      ['What took longest', 'Which part of the last piece of work took the longest, and was it worth it?'],
      ['Where it comes from', 'Say where one material comes from, who makes it, and how you found them.'],
      ['The first draft', 'Show an early attempt beside the finished thing, faults and all.'],
      ['How we check', 'Tell how something is checked before it leaves the house.'],
      ['The place itself', 'Show one corner of the place where the work is done, and what happens there.'],
      ['A sound of the day', 'Describe a sound, a smell or a light that belongs to the work.'],
      ['What was mended', 'Something broke. Say what it was and how it was put right.'],
    ),
    group(
      'People',
      ['Who is on today', 'Introduce somebody who is at work today, in two sentences of their own.'],
      ['First day', 'Ask a colleague what surprised them most on their first day.'],
      ['A hand behind it', 'Thank somebody by name whose work is never signed.'],
      ['What they read', 'Ask somebody of the house for the one thing they read this week.'],
      [
        'A question to the boss',
        'Put a reader’s question to whoever runs the place, and print the answer whole.',
      ],
      ['Ten years on', 'Who has been here longest? Ask what has changed, and what has not.'],
      ['A guest', 'Somebody visited. Say who, and one thing they saw that you no longer see.'],
      ['Next door', 'Introduce a neighbour, a supplier or a partner worth knowing.'],
      ['Learnt the hard way', 'Ask a colleague for a mistake they made once and never again.'],
      ['Off duty', 'What does somebody of the house do with the same skill at home?'],
    ),
    group(
      'Explain something',
      ['One word', 'Take one word of the trade and say what it means, with an example.'],
      ['The usual mistake', 'Name a mistake most beginners make, and the way round it.'],
      ['In three steps', 'Explain one thing in three steps, one sentence each.'],
      ['Why it is so', 'Answer a “why” that children ask about your work.'],
      ['Two that are mixed up', 'Two things are often taken for each other. Tell them apart.'],
      ['What it costs', 'Say plainly what makes something dear, or cheap.'],
      ['A rule of thumb', 'Give a rule of thumb you trust, and where it stops holding.'],
      ['Read a label', 'Take one label, chart or map, and show how it is read.'],
      ['The short history', 'Tell how one thing came to be done as it is, in five sentences.'],
      [
        'What the evidence says',
        'A belief of the field: what is known, what is not, and where that is written.',
      ],
    ),
    group(
      'Ask your readers',
      ['This or that', 'Two ways of doing one thing. Ask which they take, and why.'],
      ['Your best advice', 'Ask for the one piece of advice they would give a beginner.'],
      ['Show us yours', 'Ask for pictures of their own attempts, and say you will show some on Friday.'],
      ['What puzzles you', 'Ask what they always wanted to know; answer the first three.'],
      ['Name it', 'Something has no name yet. Ask for one.'],
      ['Where do you read this', 'Ask where they are as they read this, and answer from where you are.'],
      ['Guess what', 'A picture from very near. Ask what it is; answer in the evening.'],
      ['Finish the sentence', 'Begin a sentence about your field and let them end it.'],
      ['Who should we know', 'Ask whose work they follow that you should follow too.'],
      ['What shall we try', 'Ask what you should try next, and promise to try one of them.'],
    ),
    group(
      'Look back',
      ['A year ago today', 'What did you do on this day a year ago, and what came of it?'],
      ['The best of the month', 'The post that was answered most this month, and what was said.'],
      ['A picture from the drawer', 'An old picture, with who is on it and when it was taken.'],
      ['We were wrong', 'Something you once wrote that you would not write again, and why.'],
      ['The first time', 'Tell of the first time you did what you now do every day.'],
      ['What was asked most', 'The question of the last weeks, and its answer in one place.'],
      ['A promise kept', 'Something you announced: say how it went.'],
      ['Numbers of the year', 'Three numbers of the year so far, each with a sentence.'],
      ['What we gave up', 'Something you no longer do, and what you do instead.'],
      ['A letter', 'Quote a letter or an answer that stayed with you, with leave.'],
    ),
    group(
      'Others’ work',
      ['Read this', 'One article of the week, with the sentence that made you send it on.'],
      ['Three of the week', 'Three links of the week, each with why it is worth the time.'],
      ['Another view', 'An article you do not agree with, put fairly, and where you differ.'],
      ['From far away', 'How is the same thing done in another country? Link to somebody there.'],
      ['A book', 'One book of the field and for whom it is.'],
      ['Something to listen to', 'A talk or a broadcast, and the minute at which it gets good.'],
      ['A new study', 'A study in plain words: what was asked, what was found, what it does not show.'],
      ['A small site', 'A site that deserves more readers, and where to begin in it.'],
      ['An old text', 'Something written long ago that still holds; quote two sentences.'],
      ['Thanks to', 'Credit somebody whose idea you use, and link to where it began.'],
    ),
    group(
      'In numbers',
      ['One number', 'One number of your work that surprises people, and how it is counted.'],
      ['How many', 'How many did you make, see, serve or measure this month?'],
      ['How long', 'How long does it take from the first step to the last?'],
      ['How far', 'How far does something travel before it is with your readers?'],
      ['Then and now', 'The same number ten years ago and today.'],
      ['The smallest', 'What is the smallest thing you handle, and how do you handle it?'],
      ['The largest', 'What is the largest, heaviest or oldest thing in the house?'],
      ['What is left over', 'How much is left over, and what becomes of it?'],
      ['A chart', 'One chart, one sentence, and where the data comes from.'],
      ['The odds', 'How likely is something your readers hope or fear?'],
    ),
    group(
      'The season',
      ['First of the season', 'What begins just now that was not there last week?'],
      ['Last of the season', 'What ends soon, and until when is there some of it?'],
      ['What the weather does', 'What the weather of this week means for your work.'],
      ['Before the holiday', 'What should be done before the holiday, and by when?'],
      ['While you are away', 'Something to look at, read or try on days off.'],
      ['Get ready', 'What to prepare now for the month to come.'],
      ['Longest and shortest', 'What the length of the days changes for you.'],
      ['A quiet week', 'What do you do in the weeks when nothing happens?'],
      ['Outside just now', 'A picture from the window or the door, taken today.'],
      ['What we look forward to', 'One thing of the coming season you can hardly wait for.'],
    ),
    group(
      'Of use',
      ['Opening hours', 'Say when you are open, how to find you, and what to bring.'],
      ['How to ask us', 'Where do questions go, who answers them, and how soon?'],
      ['Free places', 'What still has places, and until when can one ask for one?'],
      ['New here', 'For those who came lately: who you are, what you show, where to begin.'],
      ['A check list', 'A list to save: five things not to forget.'],
      ['Looking for', 'What or whom are you looking for? Say it plainly.'],
      ['What has changed', 'Something works differently from today on: what, why, since when.'],
      ['For nothing', 'Something you give away: a download, a look inside, an hour.'],
      ['For teachers', 'Something of yours that can be used in a lesson.'],
      ['Access', 'How do people come in with a pram, a wheelchair, without hearing or seeing?'],
    ),
    group(
      'Lighter',
      ['The animal of the house', 'Who sleeps on the papers? A picture and a name.'],
      ['It went wrong', 'Something that failed so nicely that it has to be shown.'],
      ['Overheard', 'A sentence said at work today, out of its context.'],
      ['At the table', 'What was on the table at noon?'],
      ['An odd request', 'The strangest thing you were ever asked for, and what you answered.'],
      ['Two truths, one not', 'Three claims about your work, of which one is made up.'],
      ['The desk', 'A desk as it is, not tidied.'],
      ['A hidden detail', 'A picture with something hidden in it. Who finds it?'],
      ['In one breath', 'Explain what you do in twelve words.'],
      ['Good night', 'The last thing done before the lights go out.'],
    ),
  ],
})
